<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\BitcoinAddress;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Payload\Currency;
use KeenGlyph\Core\Payload\EmailAddress;
use KeenGlyph\Core\Payload\Escaped;
use KeenGlyph\Core\Payload\LinkTemplate;
use KeenGlyph\Core\Payload\ParameterList;
use KeenGlyph\Core\Payload\PercentSigns;
use KeenGlyph\Core\Payload\PhoneNumber;
use KeenGlyph\Core\Payload\Query;

/** A text of characters that separate, escape or mean something somewhere. */
function awkwardText(int $most = 12): string
{
    return implode('', array_map(fn () => ['a', ';', ':', ',', '\\', '"', '&', '=', '%', ' ', 'ä', '🐝', '+', '#', '?', '/'][chance(0, 15)], range(0, chance(0, $most))));
}

it('escapes and takes back any text, and splits only where no backslash stands', function () {
    for ($round = 0; $round < 500; $round++) {
        $parts = array_map(fn () => awkwardText(), range(0, chance(0, 4)));
        $joined = implode(';', array_map(fn (string $part) => Escaped::of($part, '\\;,:"'), $parts));
        expect(array_map(Escaped::plain(...), Escaped::split($joined, ';')))->toBe($parts);
    }
    expect(Escaped::plain('ends with \\'))->toBe('ends with \\');
});

it('takes a URI apart and puts it together, whatever parts it has', function (string $uri, array $parts, string $appended) {
    [$before, $query, $fragment] = Query::split($uri);
    expect([$before, $query, $fragment])->toBe($parts)
        ->and($before.($query === null ? '' : "?$query").$fragment)->toBe($uri)
        ->and(Query::append($uri, ['z=3']))->toBe($appended);
})->with([
    ['https://fennmoor.example/p?x=1&y=2#f', ['https://fennmoor.example/p', 'x=1&y=2', '#f'], 'https://fennmoor.example/p?x=1&y=2&z=3#f'],
    ['https://fennmoor.example', ['https://fennmoor.example', null, ''], 'https://fennmoor.example?z=3'],
    ['mailto:a@fennmoor.example?', ['mailto:a@fennmoor.example', '', ''], 'mailto:a@fennmoor.example?z=3'],
    ['a?#', ['a', '', '#'], 'a?z=3#'],
    ['a#b?c', ['a', null, '#b?c'], 'a?z=3#b?c'],
]);

it('fills a template and knows its own links again, whatever the values are', function () {
    $template = 'https://chat.fennmoor.example/{number}?text={message}';
    for ($round = 0; $round < 300; $round++) {
        $values = ['number' => (string) chance(1, 99999), 'message' => awkwardText(20)];
        expect(LinkTemplate::match($template, LinkTemplate::fill($template, $values)))->toBe($values);
    }
    expect(LinkTemplate::match($template, 'https://elsewhere.example/1?text=a'))->toBeNull()->and(LinkTemplate::places($template))->toBe(['number', 'message']);
});

it('knows percent signs that stand alone, where they stand, and how to mend them', function () {
    expect(PercentSigns::problems('https://fennmoor.example/50%25'))->toBe([]);
    [$problem] = PercentSigns::problems('https://fennmoor.example/ä50%');
    expect($problem->position)->toBe(29)->and($problem->fixValue)->toBe('https://fennmoor.example/ä50%25')->and($problem->clause)->toContain('RFC 3986');
});

it('reads parameters into fields and says which stand twice', function () {
    $names = ['subject' => 'subject', 'body' => 'body'];
    $pairs = ['subject=Heather%20honey', 'cc=a@fennmoor.example', 'subject=Again'];
    expect(ParameterList::doubled('mailto:?'.implode('&', $pairs), $pairs, $names, 'RFC 6068'))->toHaveCount(1)
        ->and(ParameterList::doubled('mailto:?subject=a', ['subject=a'], $names, 'RFC 6068'))->toBe([]);
});

it('takes e-mail addresses that mail reaches, and no others', function (string $address, bool $is) {
    expect(EmailAddress::isValid($address))->toBe($is);
})->with([['ines@fennmoor.example', true], ['ines+jar@mail.fennmoor.example', true], ['ines@', false], ['@fennmoor.example', false], ['ines calder@fennmoor.example', false], ['ines@fennmoor..example', false], ['', false]]);

it('writes numbers with their country, and leaves service numbers as they are', function () {
    $britain = new Context(region: 'GB');
    expect(PhoneNumber::international('020 7946 0123', $britain))->toBe('+442079460123')
        ->and(PhoneNumber::international('+44 20 7946 0123', new Context))->toBe('+442079460123')
        ->and(PhoneNumber::international('112', $britain))->toBe('112')
        ->and(PhoneNumber::problems('020 7946 0123', 'number', $britain)[0]->code)->toBe('assumed_country')
        ->and(PhoneNumber::problems('hive seven', 'number', $britain))->not->toBe([]);
});

it('checks bitcoin addresses by their own check sums', function () {
    // Examples of BIP 173 and BIP 350.
    $good = ['bc1qw508d6qejxtdg4y5r3zarvary0c5xw7kv8f3t4', 'BC1QW508D6QEJXTDG4Y5R3ZARVARY0C5XW7KV8F3T4', 'bc1p0xlxvlhemja6c4dqv22uapctqupfhlxm9h8z3k2e72q4k9hcz7vqzk5jj0'];
    foreach ($good as $address) {
        expect(BitcoinAddress::isValid($address))->toBeTrue($address);
        $at = chance(5, strlen($address) - 1);
        $other = $address[$at] === 'q' ? 'p' : ($address[$at] === 'Q' ? 'P' : (ctype_upper($address) ? 'Q' : 'q'));
        expect(BitcoinAddress::isValid(substr_replace($address, $other, $at, 1)))->toBeFalse();
    }
    expect(BitcoinAddress::isValid('bc1Qw508d6qejxtdg4y5r3zarvary0c5xw7kv8f3t4'))->toBeFalse()->and(BitcoinAddress::isValid(''))->toBeFalse();
});

it('knows currencies by letters and digits, and their places after the point', function () {
    expect([Currency::decimals('JPY'), Currency::decimals('EUR'), Currency::decimals('KWD'), Currency::decimals('???')])->toBe([0, 2, 3, 2])
        ->and(Currency::numeric('GBP'))->toBe('826')->and(Currency::letters('826'))->toBe('GBP')->and(Currency::numeric('???'))->toBeNull()->and(Currency::letters('000'))->toBe('000');
});
