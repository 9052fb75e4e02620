<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Which lines a calendar and its event must have, and which exclude each other (RFC 5545 3.4 to 3.8). */
final class CalendarRules
{
    /** Properties of an event that may stand once (3.6.1). */
    private const ONCE = ['UID', 'DTSTAMP', 'DTSTART', 'DTEND', 'DURATION', 'CLASS', 'CREATED', 'DESCRIPTION', 'GEO', 'LAST-MODIFIED', 'LOCATION', 'ORGANIZER', 'PRIORITY', 'SEQUENCE', 'STATUS', 'SUMMARY', 'TRANSP', 'URL', 'RECURRENCE-ID'];

    /** @return list<Problem> */
    public static function problems(string $text, Values $values): array
    {
        $components = self::components(ContentLines::read($text));
        $calendar = $components['VCALENDAR'] ?? null;
        $event = $components['VEVENT'] ?? null;
        $problems = $calendar === null ? [] : self::calendar($text, $calendar);
        if ($event === null) {
            return [...$problems, Problem::inText('event_missing', 'There is no event in this calendar: BEGIN:VEVENT is missing.', mb_strlen($text) + 1, 'RFC 5545 3.6')];
        }
        $problems = [...$problems, ...ContentLines::nameless($text, [...$calendar['lines'] ?? [], ...$event['lines']], 'RFC 5545 3.1'), ...self::doubled($text, $event['lines']), ...self::duration($text, $event['lines']), ...self::values($event['lines'])];
        $from = $event['lines'] === [] ? $event['begin'] : $event['lines'][0]->position;
        // An event alone is a form that phones take; a whole calendar has to name it and say when it was made.
        if ($calendar !== null) {
            $problems = [
                ...$problems,
                ...self::needed($text, $event['lines'], 'UID', 'UID:'.CalendarText::uid($values), $from, 'RFC 5545 3.8.4.7', 'calendars would add the event again each time it is read'),
                ...self::needed($text, $event['lines'], 'DTSTAMP', 'DTSTAMP:'.CalendarText::stamp($values), $from, 'RFC 5545 3.8.7.2', 'some calendars refuse the event'),
            ];
        }

        return [...$problems, ...self::needed($text, $event['lines'], 'DTSTART', null, $from, 'RFC 5545 3.8.2.4', 'nobody knows when it begins'), ...self::ends($text, $components), ...self::several($components)];
    }

    /**
     * Lines of each component's first appearance, with the places of its beginning and end.
     *
     * @param  list<ContentLine>  $lines
     * @return array<string, array{begin: int, end: ?int, count: int, lines: list<ContentLine>}>
     */
    private static function components(array $lines): array
    {
        $components = [];
        $inside = [];
        foreach ($lines as $line) {
            $name = strtoupper(trim($line->value));
            if ($line->name === 'BEGIN') {
                $inside[] = $name;
                $components[$name] ??= ['begin' => $line->position, 'end' => null, 'count' => 0, 'lines' => []];
                $components[$name]['count']++;
            } elseif ($line->name === 'END') {
                // An end that closes an outer component leaves the inner ones without theirs.
                $at = array_search($name, array_reverse($inside, true), true);
                $inside = $at === false ? $inside : array_slice($inside, 0, $at);
                if (isset($components[$name])) {
                    $components[$name]['end'] ??= $line->position;
                }
            } elseif ($inside !== [] && $components[$inside[count($inside) - 1]]['count'] === 1) {
                $components[$inside[count($inside) - 1]]['lines'][] = $line;
            }
        }

        return $components;
    }

    /**
     * @param  array{begin: int, end: ?int, count: int, lines: list<ContentLine>}  $calendar
     * @return list<Problem>
     */
    private static function calendar(string $text, array $calendar): array
    {
        $second = ContentLines::read($text)[1]->position ?? mb_strlen($text) + 1;

        return [
            ...self::needed($text, $calendar['lines'], 'VERSION', 'VERSION:2.0', $second, 'RFC 5545 3.7.4', 'some calendars refuse the file'),
            ...self::version($text, $calendar['lines']),
            ...self::needed($text, $calendar['lines'], 'PRODID', 'PRODID:'.CalendarText::PRODUCT, $second, 'RFC 5545 3.7.3', 'some calendars refuse the file'),
        ];
    }

    /**
     * Values that are not of their form, of lines that no field holds.
     *
     * @param  list<ContentLine>  $lines
     * @return list<Problem>
     */
    private static function values(array $lines): array
    {
        $problems = [];
        foreach ($lines as $line) {
            if ($line->name === 'DURATION' && preg_match('/^[+-]?P(?!$)(?:\d+W|(?:\d+D)?(?:T(?=\d)(?:\d+H)?(?:\d+M)?(?:\d+S)?)?)$/D', trim($line->value)) !== 1) {
                $problems[] = Problem::inText('duration', "“{$line->value}” is no duration, such as PT1H30M.", $line->position, 'RFC 5545 3.3.6');
            }
            if ($line->name === 'RRULE' && preg_match('/(?:^|;)FREQ=(?:SECONDLY|MINUTELY|HOURLY|DAILY|WEEKLY|MONTHLY|YEARLY)(?:;|$)/iD', trim($line->value)) !== 1) {
                $problems[] = Problem::inText('repetition', 'The rule of repetition does not say how often: FREQ=DAILY, WEEKLY, MONTHLY or YEARLY.', $line->position, 'RFC 5545 3.3.10');
            }
        }

        return $problems;
    }

    /**
     * @param  list<ContentLine>  $lines
     * @return list<Problem>
     */
    private static function version(string $text, array $lines): array
    {
        foreach ($lines as $line) {
            if ($line->name === 'VERSION' && preg_match('/(?:^|;)2\.0$/D', trim($line->value)) !== 1) {
                $repaired = (string) preg_replace('/^(VERSION:)[^\r\n]*/im', '${1}2.0', $text, 1);

                return [Problem::inText('version', 'iCalendar is version 2.0. Version 1.0 is the form before it, which many phones do not read.', $line->position, 'RFC 5545 3.7.4', 'Write 2.0', $repaired)->as(trim($line->value) === '1.0' ? Severity::Caution : Severity::Error)];
            }
        }

        return [];
    }

    /**
     * @param  list<ContentLine>  $lines
     * @return list<Problem>
     */
    private static function needed(string $text, array $lines, string $name, ?string $line, int $at, string $clause, string $why): array
    {
        foreach ($lines as $one) {
            if ($one->name === $name) {
                return [];
            }
        }

        return [Problem::inText(strtolower($name).'_missing', "The line $name is missing: $why.", $at, $clause, $line === null ? null : "Add $name", $line === null ? null : ContentLines::inserted($text, $at, $line))];
    }

    /**
     * @param  list<ContentLine>  $lines
     * @return list<Problem>
     */
    private static function doubled(string $text, array $lines): array
    {
        $problems = [];
        $seen = [];
        foreach ($lines as $line) {
            if (isset($seen[$line->name]) && in_array($line->name, self::ONCE, true)) {
                $problems[] = Problem::inText('doubled', "The line {$line->name} stands twice; only one counts.", $line->position, 'RFC 5545 3.6.1', 'Keep the first', ContentLines::without($text, $line->position));
            }
            $seen[$line->name] = true;
        }

        return $problems;
    }

    /**
     * @param  list<ContentLine>  $lines
     * @return list<Problem>
     */
    private static function duration(string $text, array $lines): array
    {
        $names = array_map(static fn (ContentLine $line): string => $line->name, $lines);
        $at = array_search('DURATION', $names, true);

        return $at === false || ! in_array('DTEND', $names, true)
            ? []
            : [Problem::inText('end_and_duration', 'DTEND and DURATION exclude each other: an event says when it ends or how long it takes.', $lines[$at]->position, 'RFC 5545 3.6.1', 'Keep DTEND', ContentLines::without($text, $lines[$at]->position))];
    }

    /**
     * @param  array<string, array{begin: int, end: ?int, count: int, lines: list<ContentLine>}>  $components
     * @return list<Problem>
     */
    private static function ends(string $text, array $components): array
    {
        $problems = [];
        foreach (array_reverse($components, true) as $name => $component) {
            if ($component['end'] !== null) {
                continue;
            }
            // The inner one ends before the outer one does.
            $outer = $name === 'VCALENDAR' ? null : ($components[$name === 'VALARM' ? 'VEVENT' : 'VCALENDAR']['end'] ?? null);
            $at = $outer ?? mb_strlen(rtrim($text)) + 1;
            $problems[] = Problem::inText('end_missing', "The line END:$name is missing.", $at, 'RFC 5545 3.4', "Add END:$name", ContentLines::inserted($outer === null ? rtrim($text) : $text, $at, "END:$name"));
        }

        return $problems;
    }

    /**
     * @param  array<string, array{begin: int, end: ?int, count: int, lines: list<ContentLine>}>  $components
     * @return list<Problem>
     */
    private static function several(array $components): array
    {
        return ($components['VEVENT']['count'] ?? 0) > 1 ? [Problem::note('several', 'text', 'There are several events; most phones add the first alone.')] : [];
    }
}
