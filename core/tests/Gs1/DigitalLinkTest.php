<?php

declare(strict_types=1);

use KeenGlyph\Core\Gs1\DigitalLink;
use KeenGlyph\Core\Gs1\ElementString;
use KeenGlyph\Core\Gs1\InvalidElements;

it('takes the examples of the standard apart and puts them together again', function (string $uri, string $elements) {
    $link = DigitalLink::parse($uri);
    expect($link->elements->bracketed())->toBe($elements)->and($link->uri())->toBe($uri);
})->with([
    ['https://id.gs1.org/01/09506000134352', '(01)09506000134352'],
    ['https://id.gs1.org/01/09506000134352/10/ABC/21/123456?17=180426', '(01)09506000134352(10)ABC(21)123456(17)180426'],
    ['https://example.com/some/path/01/09506000134352/22/2A?3103=000195&3922=0299', '(01)09506000134352(22)2A(3103)000195(3922)0299'],
    ['https://id.gs1.org/414/9506000134352/254/32a%2Fb', '(414)9506000134352(254)32a/b'],
    ['https://id.gs1.org/00/395060001343520001', '(00)395060001343520001'],
    ['https://id.gs1.org/8004/9506000134352', '(8004)9506000134352'],
    ['https://example.com:8443/01/09506000134352?17=271225&linkType=gs1:pip&lang=de', '(01)09506000134352(17)271225'],
    ['https://id.gs1.org/01/09506000134352?99=A%26B#part', '(01)09506000134352(99)A&B'],
]);

it('puts qualifiers in the standard’s order, whatever order they come in', function () {
    $elements = ElementString::parse('(21)S1(17)271225(01)09506000134352(10)L7(22)2A');
    expect(DigitalLink::of($elements, 'id.fennmoor.example')->uri())->toBe('https://id.fennmoor.example/01/09506000134352/22/2A/10/L7/21/S1?17=271225');
});

it('has one canonical form', function () {
    $one = DigitalLink::parse('https://shop.fennmoor.example/x/01/09506000134352/21/7?3103=000195&17=271225&linkType=all');
    $other = DigitalLink::parse('http://id.fennmoor.example/01/09506000134352/21/7?17=271225&3103=000195');
    expect($one->canonical())->toBe('https://id.gs1.org/01/09506000134352/21/7?17=271225&3103=000195')->and($other->canonical())->toBe($one->canonical());
});

it('keeps every character of a value through the link', function () {
    $values = str_split('!"%&\'()*+,-./:;<=>?_09AZaz');
    foreach ($values as $character) {
        $elements = ElementString::fromSymbol('0109506000134352'."10A{$character}B\x1D21{$character}");
        $uri = DigitalLink::of($elements)->uri();
        expect(filter_var($uri, FILTER_VALIDATE_URL))->not->toBeFalse($uri)
            ->and(DigitalLink::parse($uri)->elements->bracketed())->toBe($elements->bracketed());
    }
});

it('refuses what is no Digital Link', function (Closure $make) {
    expect($make)->toThrow(InvalidElements::class);
})->with([
    'no key in the path' => [fn () => DigitalLink::parse('https://fennmoor.example/honey')],
    'a key without value' => [fn () => DigitalLink::parse('https://id.gs1.org/01')],
    'elements without a key' => [fn () => DigitalLink::of(ElementString::parse('(10)A'))],
    'a domain with a query' => [fn () => DigitalLink::of(ElementString::parse('(01)09506000134352'), 'https://x.example?y')],
    'a script for a domain' => [fn () => DigitalLink::of(ElementString::parse('(01)09506000134352'), 'javascript:alert(1)')],
]);
