<?php

declare(strict_types=1);

use KeenGlyph\Core\Route\AmongClause;
use KeenGlyph\Core\Route\Clause;
use KeenGlyph\Core\Route\Clauses;
use KeenGlyph\Core\Route\DatesClause;
use KeenGlyph\Core\Route\GeoPoint;
use KeenGlyph\Core\Route\HoursClause;
use KeenGlyph\Core\Route\InvalidRoute;
use KeenGlyph\Core\Route\NearClause;
use KeenGlyph\Core\Route\ScansClause;
use KeenGlyph\Core\Route\ShareClause;
use KeenGlyph\Core\Route\Visitor;

/** One of some. @param  list<mixed>  $of */
function oneOf(array $of): mixed
{
    return $of[chance(0, count($of) - 1)];
}

/** Some of them, at least one. @param  list<string>  $of @return list<string> */
function someOf(array $of): array
{
    return array_values(array_filter($of, fn (): bool => chance(0, 2) === 0)) ?: [oneOf($of)];
}

/** A condition of this sort, from few enough values that two of them often have to do with each other. @return array<string, mixed> */
function condition(string $sort): array
{
    $time = fn (): string => sprintf('%02d:%02d', chance(0, 23), oneOf([0, 30]));
    $day = fn (): string => sprintf('2027-06-%02d', chance(1, 9));

    return [$sort => match ($sort) {
        'language' => someOf(['en', 'en-GB', 'en-gb-oed', 'cy', 'de', 'de-AT']),
        'device' => someOf(AmongClause::DEVICES),
        'platform' => someOf(AmongClause::PLATFORMS),
        'country' => someOf(['GB', 'DE', 'IE', 'AT']),
        'near' => ['lat' => chance(500, 520) / 10, 'lng' => chance(-20, 20) / 10, 'km' => chance(1, 400)],
        'hours' => (function () use ($time): array {
            do {
                [$from, $to] = [$time(), oneOf([$time(), '24:00'])];
            } while ($from === $to);

            return ['from' => $from, 'to' => $to, 'days' => chance(0, 1) === 1 ? someOf(HoursClause::DAYS) : [], 'zone' => oneOf(['Europe/London', 'America/New_York'])];
        })(),
        'dates' => (function () use ($day): array {
            $days = [$day(), $day()];
            sort($days);

            return [...(chance(0, 3) === 0 ? [] : ['from' => $days[0]]), 'until' => $days[1], 'zone' => oneOf(['Europe/London', 'Pacific/Auckland'])];
        })(),
        'scans' => ['first' => chance(1, 6)],
        'share' => (function (): array {
            $from = chance(0, 9) * 10;

            return ['from' => $from, 'to' => chance(intdiv($from, 10) + 1, 10) * 10];
        })(),
    }];
}

/** Somebody who scans. */
function somebody(): Visitor
{
    return new Visitor(
        new DateTimeImmutable(sprintf('2027-06-%02d %02d:%02d', chance(1, 10), chance(0, 23), oneOf([0, 15, 30, 59])), new DateTimeZone('UTC')),
        chance(0, 5) === 0 ? [] : [oneOf(['en', 'en-GB', 'EN-gb-oed', 'cy', 'cy-GB', 'de', 'de-at', 'fr'])],
        oneOf(AmongClause::DEVICES), oneOf(AmongClause::PLATFORMS), oneOf([null, 'GB', 'DE', 'IE', 'FR']),
        chance(0, 4) === 0 ? null : new GeoPoint(chance(4900, 5300) / 100, chance(-400, 400) / 100),
        number: chance(1, 8), slot: chance(0, 9999) / 100,
    );
}

it('says of two conditions only what is true of everybody', function (string $sort): void {
    $known = ['covers' => 0, 'excludes' => 0];
    for ($i = 0; $i < 250; $i++) {
        [$one, $other] = [Clauses::of(condition($sort)), Clauses::of(condition($sort))];
        [$covers, $excludes] = [$one->covers($other), $one->excludes($other)];
        $known['covers'] += (int) $covers;
        $known['excludes'] += (int) $excludes;
        expect($other->excludes($one))->toBe($excludes)->and($one->covers($one))->toBeTrue()->and($one->excludes($one))->toBeFalse();
        for ($k = 0; ($covers || $excludes) && $k < 60; $k++) {
            $visitor = somebody();
            $case = fn (): string => json_encode([$one->toArray(), $other->toArray(), $visitor], JSON_THROW_ON_ERROR);
            $excludes && expect($one->holds($visitor) && $other->holds($visitor))->toBeFalse($case());
            $covers && $other->holds($visitor) && expect($one->holds($visitor))->toBeTrue($case());
        }
    }
    // Neither is said of nothing: the conditions are chosen so that both occur.
    expect($known['covers'])->toBeGreaterThan(0)->and($known['excludes'])->toBeGreaterThan($sort === 'scans' ? -1 : 0);
})->with(Clauses::NAMES);

it('says of conditions of different sorts nothing', function (): void {
    foreach (Clauses::NAMES as $sort) {
        foreach (array_diff(Clauses::NAMES, [$sort]) as $other) {
            [$a, $b] = [Clauses::of(condition($sort)), Clauses::of(condition($other))];
            expect([$a->covers($b), $a->excludes($b)])->toBe([false, false]);
        }
    }
});

it('comes back from what it is stored as, and says itself in words', function (string $sort): void {
    for ($i = 0; $i < 40; $i++) {
        $clause = Clauses::of(condition($sort));
        $again = Clauses::of(json_decode(json_encode($clause->toArray(), JSON_THROW_ON_ERROR), true));
        expect($again)->toEqual($clause)->and($clause->words())->toMatch('/^(?:it is|it runs|they are|the (?:language|device|country) is) \S/');
    }
})->with(Clauses::NAMES);

it('keeps the hours of a night by the clock of its zone, the night that has two hours more included', function (string $at, bool $holds): void {
    $night = HoursClause::of(['from' => '22:00', 'to' => '02:00', 'days' => ['sat'], 'zone' => 'Europe/London']);
    expect($night->holds(new Visitor(new DateTimeImmutable($at))))->toBe($holds);
})->with([
    'on the evening' => ['2027-06-12T21:00:00Z', true], // 22:00 in summer
    'before it' => ['2027-06-12T20:59:59Z', false],
    'after midnight' => ['2027-06-13T00:59:00Z', true],
    'at its end' => ['2027-06-13T01:00:00Z', false],
    'the night before' => ['2027-06-11T23:00:00Z', false],
    'when clocks go back, first time' => ['2027-10-31T00:30:00Z', true], // 01:30 in summer time
    'when clocks go back, second time' => ['2027-10-31T01:30:00Z', true], // 01:30 again
    'when clocks went back, after' => ['2027-10-31T02:00:00Z', false],
]);

it('has days begin and end where the zone has them', function (): void {
    $day = DatesClause::of(['from' => '2027-06-12', 'until' => '2027-06-12', 'zone' => 'Pacific/Auckland']);
    $holds = fn (string $at): bool => $day->holds(new Visitor(new DateTimeImmutable($at)));
    expect([$holds('2027-06-11T11:59:59Z'), $holds('2027-06-11T12:00:00Z'), $holds('2027-06-12T11:59:59Z'), $holds('2027-06-12T12:00:00Z')])->toBe([false, true, true, false])
        ->and($day->isOver(new DateTimeImmutable('2027-06-12T11:59:59Z')))->toBeFalse()->and($day->isOver(new DateTimeImmutable('2027-06-12T12:00:00Z')))->toBeTrue()
        ->and(DatesClause::of(['from' => '2027-06-12'])->isOver(new DateTimeImmutable('2099-01-01')))->toBeFalse();
});

it('measures distances over the globe', function (): void {
    // A degree of latitude is 111.2 km; at sixty degrees one of longitude is half of that.
    $near = fn (float $km): Clause => NearClause::of(['lat' => 60.0, 'lng' => 179.5, 'km' => $km]);
    $at = fn (float $lat, float $lng): Visitor => new Visitor(new DateTimeImmutable, place: new GeoPoint($lat, $lng));
    expect($near(111.0)->holds($at(61.0, 179.5)))->toBeFalse()->and($near(111.5)->holds($at(61.0, 179.5)))->toBeTrue()
        ->and($near(56.0)->holds($at(60.0, -179.5)))->toBeTrue()->and($near(55.0)->holds($at(60.0, -179.5)))->toBeFalse()
        ->and($near(20_000.0)->holds(new Visitor(new DateTimeImmutable)))->toBeFalse();
});

it('divides visitors without a gap or an overlap', function (): void {
    $parts = [ShareClause::of(['to' => 33.3]), ShareClause::of(['from' => 33.3, 'to' => 50]), ShareClause::of(['from' => 50, 'to' => 100])];
    for ($slot = 0.0; $slot < 100; $slot += 0.05) {
        $visitor = new Visitor(new DateTimeImmutable, slot: $slot);
        expect(count(array_filter($parts, fn (ShareClause $part): bool => $part->holds($visitor))))->toBe(1, "slot $slot");
    }
    expect(ScansClause::of(['first' => 100])->holds(new Visitor(new DateTimeImmutable, number: 100)))->toBeTrue()
        ->and(ScansClause::of(['first' => 100])->holds(new Visitor(new DateTimeImmutable, number: 101)))->toBeFalse();
});

it('says which part of a condition is wrong, and how to write it', function (array $given, string $field, string $words): void {
    try {
        Clauses::of($given);
    } catch (InvalidRoute $why) {
        expect($why->field)->toBe($field)->and($why->getMessage())->toContain($words);

        return;
    }
    $this->fail('It was taken.');
})->with([
    'no name' => [[], '', 'one name'],
    'two names' => [['country' => ['GB'], 'scans' => ['first' => 1]], '', 'one name'],
    'no such condition' => [['weather' => ['fine']], '', 'no condition weather'],
    'an empty list' => [['country' => []], 'country', '1 to 60'],
    'a country of three letters' => [['country' => ['GB', 'GBR']], 'country.1', 'two capital letters'],
    'a device that is none' => [['device' => ['fridge']], 'device.0', 'phone'],
    'a language of words' => [['language' => ['English please']], 'language.0', 'tag'],
    'an hour of a day that has none' => [['hours' => ['from' => '25:00', 'to' => '09:00']], 'hours.from', '09:00'],
    'hours of nothing' => [['hours' => ['from' => '09:00', 'to' => '09:00']], 'hours.to', 'empty'],
    'a day that is none' => [['hours' => ['from' => '09:00', 'to' => '10:00', 'days' => ['sunday']]], 'hours.days', 'mon'],
    'a zone that is none' => [['hours' => ['from' => '09:00', 'to' => '10:00', 'zone' => 'Fennmoor']], 'hours.zone', 'Europe/London'],
    'the thirtieth of February' => [['dates' => ['from' => '2027-02-30']], 'dates.from', 'day'],
    'dates that run backwards' => [['dates' => ['from' => '2027-03-01', 'until' => '2027-02-01']], 'dates.until', 'never'],
    'dates without a day' => [['dates' => []], 'dates', 'from which'],
    'no scans' => [['scans' => ['first' => 0]], 'scans.first', 'from 1'],
    'a share that ends before it begins' => [['share' => ['from' => 50, 'to' => 20]], 'share.to', 'larger'],
    'a distance of nothing' => [['near' => ['lat' => 51.0, 'lng' => 0.0, 'km' => 0]], 'near.km', '0.05'],
    'no place' => [['near' => ['km' => 3]], 'near.lat', 'number'],
]);
