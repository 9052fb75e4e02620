<?php

declare(strict_types=1);

use KeenGlyph\Core\Gs1\DigitalLink;
use KeenGlyph\Core\Route\Resolver;
use KeenGlyph\Core\Route\ResolverEntry;

const JAR = '/01/09520123456788';

function pickOf(array $entries, string $uri = JAR.'/10/H26-07/21/9', ?string $type = null, array $languages = [], array $media = [], string $now = '2027-06-12'): ?string
{
    return Resolver::pick($entries, Resolver::levels(DigitalLink::parse("https://id.fennmoor.example$uri")), $type, $languages, $media, new DateTimeImmutable($now))?->href;
}

it('walks from serial to batch to trade item, whatever order the link has them in', function () {
    expect(Resolver::levels(DigitalLink::parse('https://id.fennmoor.example/01/09520123456788/10/H26-07/21/9?17=271225')))->toBe([JAR.'/10/H26-07/21/9', JAR.'/10/H26-07', JAR])
        ->and(Resolver::levels(DigitalLink::parse('https://id.fennmoor.example/00/395201234567890001')))->toBe(['/00/395201234567890001']);
    $item = new ResolverEntry(JAR, 'pip', 'https://a.example/item', 'Item', isDefault: true);
    $batch = new ResolverEntry(JAR.'/10/H26-07', 'pip', 'https://a.example/batch', 'Batch', isDefault: true);
    expect(pickOf([$item]))->toBe('https://a.example/item')->and(pickOf([$item, $batch]))->toBe('https://a.example/batch')->and(pickOf([$item, $batch], JAR.'/10/OTHER'))->toBe('https://a.example/item')->and(pickOf([$batch], JAR))->toBeNull();
});

it('answers the type, language and media that are wanted, else what holds for any', function () {
    $entries = [
        new ResolverEntry(JAR, 'pip', 'https://a.example/en', 'Page', 'en', 'text/html', true), new ResolverEntry(JAR, 'pip', 'https://a.example/cy', 'Tudalen', 'cy', 'text/html', true),
        new ResolverEntry(JAR, 'pip', 'https://a.example/any', 'Any', null, null, true), new ResolverEntry(JAR, 'masterData', 'https://a.example/data', 'Data', null, 'application/json'), new ResolverEntry(JAR, 'masterData', 'https://a.example/page', 'Page', null, 'text/html'),
    ];
    expect(pickOf($entries, languages: ['cy-GB', 'en']))->toBe('https://a.example/cy')->and(pickOf($entries, languages: ['de', 'en-US']))->toBe('https://a.example/en')->and(pickOf($entries, languages: ['de']))->toBe('https://a.example/any')->and(pickOf($entries))->toBe('https://a.example/any')
        ->and(pickOf($entries, type: 'masterData', media: ['application/json']))->toBe('https://a.example/data')->and(pickOf($entries, type: 'masterData', media: ['text/html']))->toBe('https://a.example/page')->and(pickOf($entries, type: 'recipeInfo'))->toBeNull();
});

it('lets a recall answer whatever is asked for, and nothing that has ended', function () {
    $item = new ResolverEntry(JAR, 'pip', 'https://a.example/item', 'Item', isDefault: true);
    $recall = new ResolverEntry(JAR.'/10/H26-07', 'recallStatus', 'https://a.example/recall', 'Recalled', isRecall: true);
    $serial = new ResolverEntry(JAR.'/10/H26-07/21/9', 'pip', 'https://a.example/serial', 'Serial', isDefault: true, endsAt: new DateTimeImmutable('2027-06-13'));
    expect(pickOf([$item, $serial]))->toBe('https://a.example/serial')->and(pickOf([$item, $serial], now: '2027-06-13'))->toBe('https://a.example/item')
        ->and(pickOf([$item, $recall, $serial], type: 'pip'))->toBe('https://a.example/recall')->and(pickOf([$item, $recall], JAR.'/10/H26-08'))->toBe('https://a.example/item');
});

it('lists all links of all levels as a linkset', function () {
    $set = Resolver::linkset([new ResolverEntry(JAR, 'pip', 'https://a.example/item', 'Item', 'en', 'text/html', true), new ResolverEntry(JAR.'/10/1', 'recallStatus', 'https://a.example/r', 'R', isRecall: true), new ResolverEntry('/01/09520123456795', 'pip', 'https://a.example/x', 'X')], [JAR.'/10/1', JAR], 'https://id.fennmoor.example', new DateTimeImmutable);
    expect(array_column($set['linkset'], 'anchor'))->toBe(['https://id.fennmoor.example'.JAR.'/10/1', 'https://id.fennmoor.example'.JAR])
        ->and(array_keys($set['linkset'][1]))->toBe(['anchor', 'https://ref.gs1.org/voc/defaultLink', 'https://ref.gs1.org/voc/pip'])->and($set['linkset'][1]['https://ref.gs1.org/voc/pip'])->toBe([['href' => 'https://a.example/item', 'title' => 'Item', 'hreflang' => ['en'], 'type' => 'text/html']]);
});
