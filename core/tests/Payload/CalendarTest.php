<?php

declare(strict_types=1);

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Payload\TimeZones;
use KeenGlyph\Core\Payload\VtimeZone;
use KeenGlyph\Core\Tests\Payload\RandomFields;
use Sabre\VObject\Reader;

// The independent reader is older than this PHP and uses what it deprecates.
beforeEach(fn () => set_error_handler(fn () => true, E_DEPRECATED));
afterEach(fn () => restore_error_handler());

/** An independent reader's complaints about a text. */
function complaints(string $text): array
{
    return array_values(array_filter(
        array_map(fn (array $message) => $message['level'].' '.$message['message'], Reader::read($text)->validate()),
        fn (string $words) => ! str_starts_with($words, '1 ') && ! str_contains($words, 'recommended'),
    ));
}

it('writes events that an independent reader takes with the same times', function () {
    for ($i = 0; $i < rounds(60); $i++) {
        $fields = ['form' => ''] + RandomFields::of(Kind::Event);
        $text = Payloads::build(Kind::Event, $fields)->text;
        $event = Reader::read($text)->VEVENT;
        expect(complaints($text))->toBe([], $text)
            ->and((string) $event->SUMMARY)->toBe($fields['title'])
            ->and((string) $event->DESCRIPTION)->toBe($fields['description'] ?? '');
        if (isset($fields['start'])) {
            $zone = new DateTimeZone($fields['time_zone'] ?? 'UTC');
            expect($event->DTSTART->getDateTime($zone)->getTimestamp())->toBe((new DateTimeImmutable($fields['start'], $zone))->getTimestamp());
        }
    }
});

it('writes contacts that an independent reader takes', function () {
    for ($i = 0; $i < rounds(100); $i++) {
        $fields = RandomFields::of(Kind::Contact);
        if (($fields['format'] ?? '') === 'mecard') {
            continue;
        }
        $text = Payloads::build(Kind::Contact, $fields)->text;
        $card = Reader::read($text);
        expect(complaints($text))->toBe([], $text)
            ->and($card->N->getParts()[0])->toBe($fields['family_name'])
            ->and((string) $card->NOTE)->toBe($fields['note'] ?? '')
            ->and(count($card->select('TEL')))->toBe(count($fields['phones'] ?? []));
        foreach (explode("\r\n", rtrim($text, "\r\n")) as $line) {
            expect(strlen($line))->toBeLessThanOrEqual(75)->and(mb_check_encoding($line, 'UTF-8'))->toBeTrue();
        }
    }
});

it('defines every time zone so that its offsets come out right through the year', function () {
    $zones = ['Europe/London', 'Europe/Berlin', 'America/New_York', 'America/Santiago', 'Australia/Lord_Howe', 'Asia/Kolkata', 'Asia/Tokyo', 'Pacific/Auckland', 'America/St_Johns', 'Africa/Cairo', 'Asia/Jerusalem'];
    foreach ($zones as $name) {
        $lines = VtimeZone::lines($name, 2027);
        $zone = new DateTimeZone($name);
        // The offset by the definition: the observance that began last before the moment.
        $observances = [];
        foreach ($lines as $line) {
            if (preg_match('/^BEGIN:(STANDARD|DAYLIGHT)/', $line) === 1) {
                $observances[] = [];
            } elseif (preg_match('/^(DTSTART|TZOFFSETTO|TZOFFSETFROM|RRULE):(.*)$/', $line, $m) === 1) {
                $observances[count($observances) - 1][$m[1]] = $m[2];
            }
        }
        for ($day = 0; $day < 365; $day += 9) {
            $moment = (new DateTimeImmutable('2027-01-01T12:00:00', new DateTimeZone('UTC')))->modify("+$day days");
            $latest = [PHP_INT_MIN, 0];
            foreach ($observances as $o) {
                $seconds = fn (string $offset): int => ($offset[0] === '-' ? -1 : 1) * ((int) substr($offset, 1, 2) * 3600 + (int) substr($offset, 3, 2) * 60);
                $starts = [new DateTimeImmutable($o['DTSTART'], new DateTimeZone('UTC'))];
                if (isset($o['RRULE'])) {
                    $rule = new Sabre\VObject\Recur\RRuleIterator($o['RRULE'], $starts[0]);
                    for ($n = 0; $n < 3 && $rule->valid(); $n++, $rule->next()) {
                        $starts[] = $rule->current();
                    }
                }
                foreach ($starts as $start) {
                    $at = $start->getTimestamp() - $seconds($o['TZOFFSETFROM']);
                    if ($at <= $moment->getTimestamp() && $at > $latest[0]) {
                        $latest = [$at, $seconds($o['TZOFFSETTO'])];
                    }
                }
            }
            expect($latest[1])->toBe($zone->getOffset($moment), "$name {$moment->format('c')}");
        }
    }
});

it('defines every zone there is', function () {
    foreach (DateTimeZone::listIdentifiers() as $name) {
        expect(TimeZones::exists($name))->toBeTrue()->and(count(VtimeZone::lines($name, 2027)))->toBeGreaterThan(5);
    }
});

it('keeps what it does not know of a foreign calendar', function () {
    $text = implode("\r\n", ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//hacksw/handcal//NONSGML v1.0//EN', 'BEGIN:VEVENT', 'UID:uid1@example.com', 'DTSTAMP:19970714T170000Z', 'ORGANIZER;CN=John Doe:MAILTO:john.doe@example.com', 'DTSTART:19970714T170000Z', 'DTEND:19970715T035959Z', 'SUMMARY:Bastille Day Party', 'RRULE:FREQ=MONTHLY;BYDAY=2MO', 'END:VEVENT', 'END:VCALENDAR', '']);
    $payload = Payloads::parse($text);
    expect($payload->kind)->toBe(Kind::Event)
        ->and($payload->fields)->toEqual(['title' => 'Bastille Day Party', 'start' => '1997-07-14T17:00', 'end' => '1997-07-15T03:59:59', 'time_zone' => 'UTC', 'uid' => 'uid1@example.com', 'extra' => ['ORGANIZER;CN=John Doe:MAILTO:john.doe@example.com', 'RRULE:FREQ=MONTHLY;BYDAY=2MO']]);
    $again = Payloads::build(Kind::Event, ['title' => 'Changed'] + $payload->fields)->text;
    expect($again)->toContain('ORGANIZER;CN=John Doe')->toContain('RRULE:FREQ=MONTHLY;BYDAY=2MO')->toContain('SUMMARY:Changed');
});

it('offers UTC in place of a zone’s rules, and the hour that exists', function () {
    $payload = Payloads::build(Kind::Event, ['title' => 'Swarm', 'start' => '2027-06-12T18:30', 'end' => '2027-06-12T20:00', 'time_zone' => 'Europe/London']);
    $problem = $payload->problems[0];
    expect($problem->code)->toBe('zone_defined')
        ->and($payload->repaired($problem))->toContain('DTSTART:20270612T173000Z')->toContain('DTEND:20270612T190000Z');
    $gap = Payloads::build(Kind::Event, ['title' => 'Gap', 'start' => '2027-03-28T01:30', 'time_zone' => 'Europe/London'])->problems[0];
    expect($gap->code)->toBe('no_such_time')->and($gap->fixValue)->toBe('2027-03-28T02:30');
});

it('repeats until the end of the last day, wherever the clock stands', function () {
    $text = Payloads::build(Kind::Event, ['title' => 'Late', 'start' => '2027-06-01T22:00', 'time_zone' => 'America/New_York', 'repeat' => 'daily', 'until' => '2027-06-03'])->text;
    $calendar = Reader::read($text)->expand(new DateTimeImmutable('2027-05-01'), new DateTimeImmutable('2027-07-01'));
    expect($calendar->select('VEVENT'))->toHaveCount(3);
});

it('takes impossible moments for what they are', function (string $line) {
    $payload = Payloads::parse("BEGIN:VEVENT\r\nDTSTART;TZID=Europe/London:20270101T100000\r\n$line\r\nSUMMARY:x\r\nEND:VEVENT\r\n");
    expect($payload->kind)->toBe(Kind::Event)->and($payload->fields['title'])->toBe('x');
})->with(['RRULE:FREQ=DAILY;UNTIL=20279999', 'RRULE:FREQ=DAILY;UNTIL=20270101T999999Z', 'DTEND:99999999T999999', 'DTSTART;TZID=Europe/London:99991231T235959', 'DTSTART;TZID=Nowhere/Land:20270101T100000', 'DTSTAMP:00000000T000000Z', 'DTEND;VALUE=DATE:20270230']);
