<?php

declare(strict_types=1);

use KeenGlyph\Core\Route\Agent;
use KeenGlyph\Core\Route\GeoPoint;
use KeenGlyph\Core\Route\InvalidRoute;
use KeenGlyph\Core\Route\Route;
use KeenGlyph\Core\Route\ShortCode;
use KeenGlyph\Core\Route\Target;
use KeenGlyph\Core\Route\Visitor;

function routeOf(array $rules, array $more = []): Route
{
    return Route::of(['else' => ['link' => 'https://fennmoor.example/swarm'], 'rules' => array_map(fn (array $when, int $i): array => ['when' => $when, 'to' => ['link' => "https://fennmoor.example/$i"]], $rules, array_keys($rules)), ...$more]);
}

function visitorAt(string $at = '2027-06-12T12:00:00+00:00', mixed ...$more): Visitor
{
    return new Visitor(new DateTimeImmutable($at), ...$more);
}

it('lets the first rule that holds answer, and says why the others did not', function () {
    $route = routeOf([[['hours' => ['from' => '19:00', 'to' => '07:00', 'zone' => 'Europe/London']]], [['language' => ['cy']]], [['country' => ['FR', 'BE']]], [['device' => ['phone']]]]);
    $welsh = $route->decide(visitorAt(languages: ['cy-GB', 'en'], device: 'phone', country: 'GB'));
    expect($welsh->rule)->toBe(1)->and(array_column($welsh->why, 'holds'))->toBe([false, true])->and($welsh->why[0]['words'])->toBe('Not so: it is 19:00 to 07:00 in Europe/London')
        // In June London is an hour ahead.
        ->and($route->decide(visitorAt('2027-06-12T18:30:00Z', languages: ['cy']))->rule)->toBe(0)
        ->and($route->decide(visitorAt(languages: ['en-GB', 'cy'], device: 'phone'))->rule)->toBe(3)
        ->and($route->decide(visitorAt(country: 'BE'))->rule)->toBe(2)
        ->and($route->decide(visitorAt())->rule)->toBeNull()->and($route->decide(visitorAt())->target->content)->toBe('https://fennmoor.example/swarm');
});

it('keeps hours that run past midnight with the evening on which they began', function (string $at, ?int $rule) {
    expect(routeOf([[['hours' => ['from' => '22:00', 'to' => '02:00', 'days' => ['fri'], 'zone' => 'UTC']]]])->decide(visitorAt($at))->rule)->toBe($rule);
})->with([['2027-06-11T21:59:59Z', null], ['2027-06-11T22:00:00Z', 0], ['2027-06-12T01:59:59Z', 0], ['2027-06-12T02:00:00Z', null], ['2027-06-12T23:00:00Z', null], ['2027-06-11T01:00:00Z', null]]);

it('takes dates by their zone, scans by their number, and shares by the slot', function () {
    $dates = routeOf([[['dates' => ['from' => '2027-06-12', 'until' => '2027-06-12', 'zone' => 'Pacific/Auckland']]]]);
    expect($dates->decide(visitorAt('2027-06-11T12:00:00Z'))->rule)->toBe(0)->and($dates->decide(visitorAt('2027-06-12T12:00:00Z'))->rule)->toBeNull();
    $first = routeOf([[['scans' => ['first' => 100]]]]);
    expect($first->decide(visitorAt(number: 100))->rule)->toBe(0)->and($first->decide(visitorAt(number: 101))->rule)->toBeNull()->and($first->counts())->toBeTrue();
    $share = routeOf([[['share' => ['to' => 50]]], [['share' => ['from' => 50, 'to' => 75]]]]);
    expect(array_map(fn (float $slot): ?int => $share->decide(visitorAt(slot: $slot))->rule, [0.0, 49.99, 50.0, 74.99, 75.0]))->toBe([0, 0, 1, 1, null]);
});

it('asks for a place only when all else holds, and falls through when that is refused', function () {
    $route = routeOf([[['near' => ['lat' => 54.0, 'lng' => -2.0, 'km' => 10]], ['device' => ['phone']]]]);
    expect($route->decide(visitorAt(device: 'desktop'))->asks)->toBeFalse()
        ->and($route->decide(visitorAt(device: 'phone'))->asks)->toBeTrue()
        ->and($route->decide(visitorAt(device: 'phone', mayBeAsked: false))->rule)->toBeNull()
        ->and($route->decide(visitorAt(device: 'phone', place: new GeoPoint(54.05, -2.05)))->rule)->toBe(0)
        ->and($route->decide(visitorAt(device: 'phone', place: new GeoPoint(54.2, -2.0)))->rule)->toBeNull();
    // A degree of latitude is a sixtieth of a right angle's 10 007.5 km.
    expect((new GeoPoint(0, 0))->kilometresTo(new GeoPoint(1, 0)))->toEqualWithDelta(111.195, 0.001)->and((new GeoPoint(0, 179.5))->kilometresTo(new GeoPoint(0, -179.5)))->toEqualWithDelta(111.195, 0.001);
});

it('finds rules that can never answer', function (array $rules, int $rule, string $words) {
    $faults = routeOf($rules)->faults(new DateTimeImmutable('2027-06-12T12:00:00Z'));
    expect($faults)->toHaveCount(1)->and($faults[0]['rule'])->toBe($rule)->and($faults[0]['message'])->toContain($words);
})->with([
    'within an earlier one' => [[[['language' => ['en']]], [['language' => ['en-GB']], ['device' => ['phone']]]], 1, 'rule 1 answers everybody'],
    'two that exclude each other' => [[[['country' => ['GB']], ['country' => ['FR']]]], 0, 'Nobody meets both'],
    'hours apart' => [[[['hours' => ['from' => '09:00', 'to' => '12:00']], ['hours' => ['from' => '13:00', 'to' => '14:00']]]], 0, 'Nobody meets both'],
    'a day gone by' => [[[['dates' => ['until' => '2027-06-11']]]], 0, 'no longer'],
    'a smaller share' => [[[['share' => ['from' => 0, 'to' => 50]]], [['share' => ['from' => 10, 'to' => 20]]]], 1, 'rule 1'],
    'a circle within a circle' => [[[['near' => ['lat' => 54, 'lng' => -2, 'km' => 50]]], [['near' => ['lat' => 54.1, 'lng' => -2, 'km' => 10]]]], 1, 'rule 1'],
    'fewer of the first' => [[[['scans' => ['first' => 100]]], [['scans' => ['first' => 10]]]], 1, 'rule 1'],
]);

it('takes for sound what is', function () {
    expect(routeOf([[['language' => ['en-GB']]], [['language' => ['en']]], [['hours' => ['from' => '20:00', 'to' => '06:00']], ['hours' => ['from' => '05:00', 'to' => '07:00']]], [['scans' => ['first' => 10]]], [['scans' => ['first' => 100]]]])->faults(new DateTimeImmutable('2027-06-12')))->toBe([]);
});

it('is stored as it was given, and says where something is wrong', function () {
    $given = ['else' => ['link' => 'https://fennmoor.example/swarm'], 'rules' => [['when' => [['language' => ['cy']], ['near' => ['lat' => 54.0, 'lng' => -2.0, 'km' => 1.5, 'name' => 'the moor']]], 'to' => ['text' => 'Croeso']]], 'tags' => ['source' => 'hive-tag'], 'ends_at' => '2027-10-31T18:00:00+00:00', 'ends_after' => 500, 'then' => ['link' => 'tel:+442079460123']];
    expect(Route::of($given)->toArray())->toBe($given)->and(Route::of(Route::of($given)->toArray())->toArray())->toBe($given);
    $wrong = function (array $change) use ($given): string {
        try {
            Route::of([...$given, ...$change]);
        } catch (InvalidRoute $e) {
            return $e->field;
        }

        return 'nothing';
    };
    expect($wrong(['else' => ['link' => 'javascript:alert(1)']]))->toBe('else.link')
        ->and($wrong(['rules' => [['when' => [['language' => ['cy']], ['country' => ['gb']]], 'to' => ['link' => 'https://a.example']]]]))->toBe('rules.0.when.1.country.0')
        ->and($wrong(['rules' => [['when' => [], 'to' => ['link' => 'https://a.example']]]]))->toBe('rules.0.when')
        ->and($wrong(['rules' => [['when' => [['hours' => ['from' => '9', 'to' => '12:00']]], 'to' => ['link' => 'https://a.example']]]]))->toBe('rules.0.when.0.hours.from')
        ->and($wrong(['tags' => ['a b' => 'c']]))->toBe('tags')->and($wrong(['ends_at' => '2027-02-31']))->toBe('ends_at')->and($wrong(['ends_after' => 0]))->toBe('ends_after')->and($wrong(['more' => 1]))->toBe('more');
});

it('takes only links that open what they say', function (string $link, bool $isTaken) {
    $take = fn (): Target => Target::of(['link' => $link]);
    $isTaken ? expect($take()->content)->toBe($link) : expect($take)->toThrow(InvalidRoute::class);
})->with([
    ['https://fennmoor.example/a?b=c#d', true], ['http://fennmoor.example', true], ['tel:+442079460123', true], ['mailto:ines@fennmoor.example', true], ['geo:54.1,-2.3', true], ['HTTPS://FENNMOOR.EXAMPLE/', true],
    ['javascript:alert(1)', false], ['JaVaScRiPt:alert(1)', false], ["java\nscript:alert(1)", false], ['data:text/html,x', false], ['vbscript:x', false], ['file:///etc/passwd', false], ['//fennmoor.example', false],
    ['https:fennmoor.example', false], ['https:/\\evil.example', false], ['https://user@evil.example', false], ['https://fennmoor.example@evil.example/', false], ["https://fennmoor.example/\r\nSet-Cookie: a=b", false], ['https://fenn moor.example', false], ['intent://scan/#Intent;end', false], ['', false],
]);

it('adds tags to web links alone, and never over one that is there', function () {
    $tagged = fn (string $link): string => Target::of(['link' => $link])->tagged(['source' => 'hive tag', 'medium' => 'print']);
    expect($tagged('https://a.example/x'))->toBe('https://a.example/x?source=hive%20tag&medium=print')
        ->and($tagged('https://a.example/x?source=own#part'))->toBe('https://a.example/x?source=own&medium=print#part')
        ->and($tagged('tel:+442079460123'))->toBe('tel:+442079460123');
});

it('makes contact and event files of fields', function () {
    expect(Target::of(['contact' => ['given_name' => 'Ines', 'family_name' => 'Calder']])->content)->toStartWith('BEGIN:VCARD')
        ->and(fn () => Target::of(['contact' => ['given_name' => 'Ines', 'format' => 'mecard']]))->toThrow(InvalidRoute::class)
        ->and(fn () => Target::of(['event' => ['title' => 'Harvest']]))->toThrow(InvalidRoute::class);
});

it('reads languages in the order in which they are wanted', function () {
    expect(Visitor::languagesOf('en-GB;q=0.8, cy, fr;q=0, de;q=0.9'))->toBe(['cy', 'de', 'en-GB'])->and(Visitor::languagesOf('*'))->toBe([])->and(Visitor::languagesOf(str_repeat('x,', 5000)))->toHaveCount(10);
});

it('tells devices by their own words', function (string $agent, string $sort, string $device, string $platform) {
    $seen = Agent::of($agent);
    expect([$seen->sort, $seen->device, $seen->platform])->toBe([$sort, $device, $platform]);
})->with([
    ['Mozilla/5.0 (iPhone; CPU iPhone OS 17_4 like Mac OS X) AppleWebKit/605.1.15 Version/17.4 Mobile/15E148 Safari/604.1', 'visitor', 'phone', 'ios'],
    ['Mozilla/5.0 (Linux; Android 14; K) AppleWebKit/537.36 Chrome/120.0 Mobile Safari/537.36', 'visitor', 'phone', 'android'],
    ['Mozilla/5.0 (Linux; Android 13; K) AppleWebKit/537.36 Chrome/120.0 Safari/537.36', 'visitor', 'tablet', 'android'],
    ['Mozilla/5.0 (iPad; CPU OS 16_5 like Mac OS X) AppleWebKit/605.1.15', 'visitor', 'tablet', 'ios'],
    ['Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36', 'visitor', 'desktop', 'windows'],
    ['Mozilla/5.0 (X11; Linux x86_64) Gecko/20100101 Firefox/128.0', 'visitor', 'desktop', 'linux'],
    ['Mozilla/5.0 (Linux; Android 11; TC52) AppleWebKit/537.36 Mobile', 'visitor', 'reader', 'android'],
    ['curl/8.5.0', 'bot', 'unknown', 'unknown'], ['', 'bot', 'unknown', 'unknown'], ['SomeSearchBot/2.1 (+https://a.example)', 'bot', 'unknown', 'unknown'], ['SomeLinkPreview/1.0', 'preview', 'unknown', 'unknown'],
]);

it('makes codes without look-alikes, and knows which ones look alike', function () {
    $code = ShortCode::make(9);
    expect($code)->toMatch('/^[2-9CDFGHJKMNPQRTVWXYZ]{9}$/')->and(ShortCode::given(strtolower($code)))->toBe($code)->and(ShortCode::given('swarm-line'))->toBe('SWARM-LINE');
    foreach (['', 'ab', '-abc', 'abc-', 'a--b', 'a b', 'ä', str_repeat('A', 25), "ABC\n"] as $wrong) {
        expect(ShortCode::given($wrong))->toBeNull();
    }
    expect(ShortCode::look('SW0RM-1'))->toBe(ShortCode::look('5WORML'));
});
