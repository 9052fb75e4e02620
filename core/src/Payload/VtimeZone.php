<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use DateTimeImmutable;
use DateTimeZone;

/** Definition of a time zone for a calendar: VTIMEZONE, RFC 5545 3.6.5. */
final class VtimeZone
{
    private const DAYS = ['SU', 'MO', 'TU', 'WE', 'TH', 'FR', 'SA'];

    /**
     * The zone's observances from the year of the event on. A change that comes on the same weekday of a month
     * each year is one observance with a yearly rule; others stand alone.
     *
     * @param  string  $zone  IANA name
     * @return list<string> content lines
     */
    public static function lines(string $zone, int $year): array
    {
        $lines = ['BEGIN:VTIMEZONE', "TZID:$zone"];
        foreach (self::observances(new DateTimeZone($zone), $year) as $observance) {
            $lines = [...$lines, ...$observance];
        }

        return [...$lines, 'END:VTIMEZONE'];
    }

    /** @return list<list<string>> */
    private static function observances(DateTimeZone $zone, int $year): array
    {
        $utc = new DateTimeZone('UTC');
        // Rules are known for these years; before and after, those of the nearest year stand.
        $year = max(1902, min(2400, $year));
        $from = (new DateTimeImmutable(($year - 1).'-01-01T00:00:00', $utc))->getTimestamp();
        $to = (new DateTimeImmutable(($year + 1).'-01-01T00:00:00', $utc))->getTimestamp();
        $transitions = array_values($zone->getTransitions($from, $to) ?: []);
        $changes = array_slice($transitions, 1);
        if ($changes === []) {
            $now = $transitions[0] ?? ['offset' => 0, 'abbr' => 'UTC', 'isdst' => false];

            return [self::observance('STANDARD', '19700101T000000', $now['offset'], $now['offset'], $now['abbr'], null)];
        }
        $observances = [];
        $before = $transitions[0]['offset'];
        $ruled = [];
        foreach ($changes as $change) {
            $local = (new DateTimeImmutable('@'.($change['ts'] + $before)))->setTimezone($utc);
            $rule = self::rule($zone, $change['ts'], $local, $change['offset']);
            $kind = $change['isdst'] ? 'DAYLIGHT' : 'STANDARD';
            // A rule from the year before covers the event's year too.
            if ($rule === null || ! in_array("$kind $rule", $ruled, true)) {
                $observances[] = self::observance($kind, $local->format('Ymd\THis'), $before, $change['offset'], $change['abbr'], $rule);
            }
            $ruled[] = "$kind $rule";
            $before = $change['offset'];
        }

        return $observances;
    }

    /** The yearly rule by which the change comes again in each of the next three years; null when there is none. */
    private static function rule(DateTimeZone $zone, int $at, DateTimeImmutable $local, int $offset): ?string
    {
        $day = (int) $local->format('j');
        $month = (int) $local->format('n');
        $weekday = (int) $local->format('w');
        $isLast = $day + 7 > (int) $local->format('t');
        foreach ($isLast ? [-1, intdiv($day + 6, 7)] : [intdiv($day + 6, 7)] as $ordinal) {
            $holds = true;
            for ($ahead = 1; $ahead <= 3 && $holds; $ahead++) {
                $next = self::nth((int) $local->format('Y') + $ahead, $month, $weekday, $ordinal);
                $moment = (new DateTimeImmutable($next.'T'.$local->format('H:i:s'), new DateTimeZone('UTC')))->getTimestamp() - ($local->getTimestamp() - $at);
                $found = $zone->getTransitions($moment - 1, $moment + 1) ?: [];
                $holds = count($found) > 1 && $found[1]['ts'] === $moment && $found[1]['offset'] === $offset;
            }
            if ($holds) {
                return "FREQ=YEARLY;BYMONTH=$month;BYDAY=$ordinal".self::DAYS[$weekday];
            }
        }

        return null;
    }

    private static function nth(int $year, int $month, int $weekday, int $ordinal): string
    {
        $names = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
        $first = new DateTimeImmutable(sprintf('%04d-%02d-01', $year, $month));
        $words = $ordinal === -1 ? 'last' : ['first', 'second', 'third', 'fourth', 'fifth'][max(0, min(4, $ordinal - 1))];

        return $first->modify("$words {$names[$weekday]} of this month")->format('Y-m-d');
    }

    /** @return list<string> */
    private static function observance(string $kind, string $start, int $before, int $after, string $name, ?string $rule): array
    {
        return [
            "BEGIN:$kind",
            "DTSTART:$start",
            'TZOFFSETFROM:'.self::offset($before),
            'TZOFFSETTO:'.self::offset($after),
            ...(preg_match('/^[A-Z]+$/D', $name) === 1 ? ["TZNAME:$name"] : []),
            ...($rule === null ? [] : ["RRULE:$rule"]),
            "END:$kind",
        ];
    }

    private static function offset(int $seconds): string
    {
        return ($seconds < 0 ? '-' : '+').gmdate($seconds % 60 === 0 ? 'Hi' : 'His', abs($seconds));
    }
}
