<?php

declare(strict_types=1);

use KeenGlyph\Core\Route\Answerer;
use KeenGlyph\Core\Route\Clauses;
use KeenGlyph\Core\Route\Decision;
use KeenGlyph\Core\Route\InvalidRoute;
use KeenGlyph\Core\Route\Notice;
use KeenGlyph\Core\Route\OpenWaypoint;
use KeenGlyph\Core\Route\Reply;
use KeenGlyph\Core\Route\Route;
use KeenGlyph\Core\Route\RouteSchema;
use KeenGlyph\Core\Route\Rule;
use KeenGlyph\Core\Route\Target;
use KeenGlyph\Core\Route\Visitor;

/** @param  array<string, mixed>|null  $route */
function waypointOf(?array $route, ?string $pause = null, bool $isLocked = false, ?array $hosts = null): OpenWaypoint
{
    return new OpenWaypoint('0190f3a2-1111-7abc-8def-000000000001', '0190f3a2-2222-7abc-8def-000000000002', 'HIVE7', 4, 2, $route === null ? null : Route::of($route), $pause, $isLocked, $hosts);
}

function scannedBy(mixed ...$more): Visitor
{
    return new Visitor(new DateTimeImmutable('2027-06-12T12:00:00Z'), ...$more);
}

const SWARM_LINK = ['else' => ['link' => 'https://fennmoor.example/swarm']];

it('leads to the link, and tells nobody where the visitor came from', function (): void {
    $reply = Answerer::answer(waypointOf(SWARM_LINK), scannedBy());
    expect([$reply->status, $reply->headers['Location'], $reply->body, $reply->rule, $reply->isArrival])->toBe([302, 'https://fennmoor.example/swarm', '', null, true])
        ->and($reply->headers['Referrer-Policy'])->toBe('no-referrer')
        // A waypoint changes: nothing on the way may keep the answer.
        ->and($reply->headers['Cache-Control'])->toBe('no-store')
        ->and($reply->headers['X-Robots-Tag'])->toBe('noindex');
});

it('says by which rule it answered', function (): void {
    $route = [...SWARM_LINK, 'rules' => [['when' => [['language' => ['fr']]], 'to' => ['link' => 'https://fennmoor.example/fr']], ['when' => [['language' => ['cy']]], 'to' => ['text' => 'Croeso']]]];
    $french = Answerer::answer(waypointOf($route), scannedBy(languages: ['fr-FR']));
    $welsh = Answerer::answer(waypointOf($route), scannedBy(languages: ['cy']));
    expect([$french->rule, $french->headers['Location']])->toBe([0, 'https://fennmoor.example/fr'])
        ->and([$welsh->rule, $welsh->status, $welsh->isArrival])->toBe([1, 200, true])
        ->and($welsh->body)->toContain('<p>Croeso</p>');
});

it('adds tags to links alone', function (): void {
    $tagged = Answerer::answer(waypointOf([...SWARM_LINK, 'tags' => ['source' => 'hive tag']]), scannedBy());
    $call = Answerer::answer(waypointOf(['else' => ['link' => 'tel:+442079460123'], 'tags' => ['source' => 'hive tag']]), scannedBy());
    expect($tagged->headers['Location'])->toBe('https://fennmoor.example/swarm?source=hive%20tag')
        ->and($call->headers['Location'])->toBe('tel:+442079460123');
});

it('answers in an order: nothing there, resting, over, locked, then the rules', function (): void {
    $over = [...SWARM_LINK, 'ends_after' => 5];
    expect(Answerer::answer(waypointOf(null, pause: ''), scannedBy())->status)->toBe(404)
        ->and(Answerer::answer(waypointOf($over, pause: 'Back in May.', isLocked: true), scannedBy(number: 9))->status)->toBe(503)
        ->and(Answerer::answer(waypointOf($over, isLocked: true), scannedBy(number: 6))->status)->toBe(410)
        ->and(Answerer::answer(waypointOf($over, isLocked: true), scannedBy(number: 5))->body)->toContain('name="passphrase"')
        ->and(Answerer::answer(waypointOf($over, isLocked: true), scannedBy(number: 5), true)->status)->toBe(302)
        ->and(Answerer::answer(waypointOf([...$over, 'then' => ['link' => 'https://fennmoor.example/over']]), scannedBy(number: 6))->headers['Location'])->toBe('https://fennmoor.example/over');
    // Who only meets a notice has not got what they came for.
    foreach ([waypointOf(null), waypointOf($over, pause: ''), waypointOf($over, isLocked: true)] as $waypoint) {
        expect(Answerer::answer($waypoint, scannedBy())->isArrival)->toBeFalse();
    }
});

it('says while it rests what its owner wrote, or something of its own', function (): void {
    expect(Answerer::answer(waypointOf(SWARM_LINK, pause: 'Back <in> May.'), scannedBy())->body)->toContain('Back &lt;in&gt; May.')
        ->and(Answerer::answer(waypointOf(SWARM_LINK, pause: ''), scannedBy())->body)->toContain('Try again later.');
});

it('puts a page before hosts that are not its own, and none before those that are', function (): void {
    $between = Answerer::answer(waypointOf(SWARM_LINK, hosts: ['moor.example']), scannedBy());
    $own = Answerer::answer(waypointOf(SWARM_LINK, hosts: ['fennmoor.example']), scannedBy());
    $call = Answerer::answer(waypointOf(['else' => ['link' => 'tel:+442079460123']], hosts: []), scannedBy());
    expect([$between->status, $between->isArrival])->toBe([200, true])
        ->and($between->body)->toContain('Go on to fennmoor.example')->toContain('href="https://fennmoor.example/swarm"')
        ->and([$own->status, $call->status])->toBe([302, 302]);
});

it('asks for the place, and keeps the pass of a passphrase on the way', function (): void {
    $near = [...SWARM_LINK, 'rules' => [['when' => [['near' => ['lat' => 54.0, 'lng' => -2.0, 'km' => 10]]], 'to' => ['page' => 'MOOR']]]];
    $asked = Answerer::answer(waypointOf($near, isLocked: true), scannedBy(), true, 'a"b');
    expect($asked->body)->toContain('name="pass" value="a&quot;b"')->toContain('src="/ask.js"')
        ->and($asked->isArrival)->toBeFalse()
        ->and($asked->headers['Content-Security-Policy'])->toContain("script-src 'self'")
        ->and($asked->headers['Permissions-Policy'])->toBe('geolocation=(self)');
    $refused = Answerer::answer(waypointOf($near), scannedBy(mayBeAsked: false));
    expect($refused->headers['Location'])->toBe('https://fennmoor.example/swarm');
});

it('hands pages and files on with the pass, so that nobody is asked twice', function (): void {
    $page = waypointOf(['else' => ['page' => 'MOOR']], isLocked: true);
    expect(Answerer::answer($page, scannedBy(), true)->headers['Location'])->toBe((string) Target::of(['page' => 'MOOR'])->path())
        ->and(Answerer::answer($page, scannedBy(), true, 'x y')->headers['Location'])->toEndWith('?pass=x%20y');
});

it('gives contacts and events as files that a phone opens', function (array $target, string $media, string $name, string $begin): void {
    $reply = Answerer::answer(waypointOf(['else' => $target]), scannedBy());
    expect([$reply->status, $reply->headers['Content-Type'], $reply->headers['Content-Disposition'], $reply->isArrival])->toBe([200, $media, "attachment; filename=\"$name\"", true])
        ->and($reply->body)->toStartWith($begin)
        ->and($reply->headers['X-Content-Type-Options'])->toBe('nosniff');
})->with([
    'a contact' => [['contact' => ['family_name' => 'Moss', 'given_name' => 'Ines']], 'text/vcard; charset=utf-8', 'contact.vcf', "BEGIN:VCARD\r\n"],
    'an event' => [['event' => ['title' => 'Swarm evening', 'start' => '2027-06-12T18:30']], 'text/calendar; charset=utf-8', 'event.ics', "BEGIN:VCALENDAR\r\n"],
]);

it('escapes what a notice shows, and lets no page of others frame it', function (): void {
    $notice = Notice::of('<b>', "one\n\"two\"");
    expect($notice->html())->toContain('<h1>&lt;b&gt;</h1>')->toContain('&quot;two&quot;')->not->toContain('<b>')
        ->and($notice->headers())->toBe([])
        ->and(Notice::between('https://fennmoor.example/?a=1&b="2"', 'fennmoor.example')->html())->toContain('href="https://fennmoor.example/?a=1&amp;b=&quot;2&quot;"')
        ->and(Notice::passphrase(true)->html())->toContain('That is not it')
        ->and(Notice::passphrase(false)->html())->not->toContain('That is not it')
        // Without a title the text names the page.
        ->and(Notice::of('', 'Hive 7, queen marked blue')->html())->toContain('<title>Hive 7, queen marked blue</title>')->not->toContain('<h1>');
    $reply = Reply::page(410, $notice);
    expect($reply->headers['Content-Security-Policy'])->toContain("default-src 'none'")->toContain("frame-ancestors 'none'")
        ->and($reply->headers['X-Frame-Options'])->toBe('DENY');
});

it('is kept and taken out again as it was', function (OpenWaypoint $waypoint): void {
    $again = OpenWaypoint::again(json_decode((string) json_encode($waypoint->toArray()), true));
    expect($again)->toEqual($waypoint)->and($again->toArray())->toBe($waypoint->toArray());
})->with([
    'nothing published' => fn () => waypointOf(null),
    'resting' => fn () => waypointOf(SWARM_LINK, pause: ''),
    'locked, with hosts' => fn () => waypointOf([...SWARM_LINK, 'ends_after' => 3], isLocked: true, hosts: ['fennmoor.example']),
]);

it('takes nothing for a waypoint that it did not keep', function (array $kept): void {
    expect(static fn () => OpenWaypoint::again($kept))->toThrow(InvalidRoute::class);
})->with([[[]], [['id' => 7, 'workspace' => 'w', 'code' => 'c']], [['id' => 'i', 'workspace' => 'w']], [['id' => 'i', 'workspace' => 'w', 'code' => 'c', 'route' => ['else' => []]]]]);

it('is plain where an answer hangs on nothing but the visitor', function (): void {
    $near = [...SWARM_LINK, 'rules' => [['when' => [['near' => ['lat' => 54.0, 'lng' => -2.0, 'km' => 10]]], 'to' => ['text' => 'Near']]]];
    $first = [...SWARM_LINK, 'rules' => [['when' => [['scans' => ['first' => 10]]], 'to' => ['text' => 'First']]]];
    $french = [...SWARM_LINK, 'rules' => [['when' => [['language' => ['fr']]], 'to' => ['text' => 'Bonjour']]]];
    expect(waypointOf(SWARM_LINK)->isPlain())->toBeTrue()
        ->and(waypointOf($french)->isPlain())->toBeTrue()
        ->and(waypointOf(null)->isPlain())->toBeFalse()
        ->and(waypointOf(SWARM_LINK, isLocked: true)->isPlain())->toBeFalse()
        ->and(waypointOf($near)->isPlain())->toBeFalse()
        ->and(waypointOf($first)->isPlain())->toBeFalse()
        ->and(waypointOf([...SWARM_LINK, 'ends_after' => 9])->isPlain())->toBeFalse();
});

it('takes rules of one to twelve conditions, and says which is wrong', function (mixed $given, string $field): void {
    try {
        Rule::of($given);
        $found = null;
    } catch (InvalidRoute $e) {
        $found = $e->field;
    }
    expect($found)->toBe($field);
})->with([
    'no list' => [['when' => ['language' => ['fr']], 'to' => ['text' => 'x']], 'when'],
    'no condition' => [['when' => [], 'to' => ['text' => 'x']], 'when'],
    'thirteen' => [['when' => array_fill(0, 13, ['language' => ['fr']]), 'to' => ['text' => 'x']], 'when'],
    'more than a rule has' => [['when' => [['language' => ['fr']]], 'to' => ['text' => 'x'], 'else' => 1], 'when'],
    'an unknown condition' => [['when' => [['language' => ['fr']], ['weather' => 'sun']], 'to' => ['text' => 'x']], 'when.1'],
    'no target' => [['when' => [['language' => ['fr']]]], 'to'],
    'nothing' => [null, 'when'],
]);

it('covers what it asks no more of than the other', function (): void {
    $rule = static fn (array ...$when): Rule => Rule::of(['when' => $when, 'to' => ['text' => 'x']]);
    [$english, $british, $phone] = [['language' => ['en']], ['language' => ['en-GB']], ['device' => ['phone']]];
    expect($rule($english)->covers($rule($british, $phone)))->toBeTrue()
        ->and($rule($british)->covers($rule($english)))->toBeFalse()
        ->and($rule($english, $phone)->covers($rule($british)))->toBeFalse()
        ->and($rule($phone)->covers($rule($phone)))->toBeTrue();
    $pair = $rule(['country' => ['GB']], $phone, ['country' => ['FR', 'BE']])->contradiction();
    expect(array_map(static fn ($clause): array => $clause->toArray(), $pair ?? []))->toBe([['country' => ['GB']], ['country' => ['FR', 'BE']]])
        ->and($rule($english, $phone)->contradiction())->toBeNull();
});

it('says a rule as a sentence, and stores it as it was given', function (): void {
    $given = ['when' => [['device' => ['phone']], ['language' => ['fr']]], 'to' => ['text' => 'Bonjour']];
    $rule = Rule::of($given);
    expect($rule->words())->toStartWith('When ')->toContain(' and ')->and($rule->toArray())->toBe($given)
        ->and($rule->holds(scannedBy(languages: ['fr'], device: 'phone')))->toBeTrue()
        ->and($rule->holds(scannedBy(languages: ['fr'], device: 'tablet')))->toBeFalse()
        ->and($rule->asks(scannedBy(languages: ['fr'], device: 'phone')))->toBeFalse();
});

it('decides with reasons for every rule that it looked at', function (): void {
    $route = Route::of([...SWARM_LINK, 'rules' => [['when' => [['device' => ['tablet']]], 'to' => ['text' => 'a']], ['when' => [['device' => ['phone']]], 'to' => ['text' => 'b']], ['when' => [['country' => ['FR']]], 'to' => ['text' => 'c']]]]);
    $decision = $route->decide(scannedBy(device: 'phone'));
    expect($decision)->toBeInstanceOf(Decision::class)
        ->and([$decision->rule, $decision->asks, $decision->target->content])->toBe([1, false, 'b'])
        // What comes after the one that holds is not looked at.
        ->and(array_column($decision->why, 'rule'))->toBe([0, 1])
        ->and(array_column($decision->why, 'holds'))->toBe([false, true]);
});

it('has a schema that knows every condition and every target', function (): void {
    $schema = RouteSchema::toArray('https://fennmoor.example/schemas/waypoint.json');
    expect($schema['$id'])->toBe('https://fennmoor.example/schemas/waypoint.json')
        ->and(array_keys($schema['$defs']['condition']['properties']))->toEqualCanonicalizing(Clauses::NAMES)
        ->and(array_keys($schema['$defs']['target']['properties']))->toEqualCanonicalizing(['link', 'page', 'file', 'contact', 'event', 'text'])
        ->and($schema['required'])->toBe(['else'])
        ->and($schema['additionalProperties'])->toBeFalse()
        ->and($schema['properties']['rules']['maxItems'])->toBe(40);
    // Each name that it allows is one that a route takes.
    foreach (array_keys($schema['properties']) as $name) {
        expect(['else', 'rules', 'tags', 'ends_at', 'ends_after', 'then'])->toContain($name);
    }
});
