<?php

declare(strict_types=1);

use KeenGlyph\Core\Page\EventMoment;

it('says a moment as the language does', function (string $moment, string $language, string $words): void {
    // Spaces of several sorts stand in what the language data gives.
    expect(preg_replace('/\s+/u', ' ', EventMoment::words($moment, $language)))->toContain($words);
})->with([
    'British English has the day first' => ['2026-09-12T09:00', 'en', '12 Sep'],
    'with the time' => ['2026-09-12T09:00', 'en', '09:00'],
    'German' => ['2026-09-12T09:00', 'de', '12. Sept'],
    'German day of the week' => ['2026-09-12', 'de', 'Sa'],
    'Welsh' => ['2026-09-12T21:30', 'cy', '21:30'],
    'French' => ['2026-07-14', 'fr', '14 juil'],
]);

it('has no time where none was given, and nothing for what is no moment', function (): void {
    expect(EventMoment::words('2026-09-12', 'en'))->not->toContain(':')
        ->and(EventMoment::words('', 'en'))->toBe('')->and(EventMoment::words('soon', 'en'))->toBe('')->and(EventMoment::words('2026-99-99', 'en'))->toBe('');
});

it('leaves the day of the end out where it is that of the start', function (): void {
    expect(EventMoment::until('2026-09-12T09:00', '2026-09-12T17:30', 'en'))->toBe('17:30')
        ->and(EventMoment::until('2026-09-12', '2026-09-12', 'en'))->toBe('')
        ->and(EventMoment::until('2026-09-12T09:00', '2026-09-13T01:00', 'en'))->toContain('13 Sep')
        ->and(EventMoment::until('2026-09-12T09:00', '', 'en'))->toBe('');
});

it('keeps the moment in the event’s own zone, whatever that of the server is', function (): void {
    $zone = date_default_timezone_get();
    try {
        $said = array_map(function (string $name): string {
            date_default_timezone_set($name);

            return EventMoment::words('2026-09-12T23:45', 'en').EventMoment::day('mon', 'en').EventMoment::day('sun', 'de');
        }, ['UTC', 'Pacific/Auckland', 'America/Los_Angeles']);
        expect(array_unique($said))->toHaveCount(1)->and($said[0])->toContain('23:45')->toContain('Mon')->toContain('So');
    } finally {
        date_default_timezone_set($zone);
    }
});
