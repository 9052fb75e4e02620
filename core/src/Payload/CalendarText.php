<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use DateTimeImmutable;
use DateTimeZone;
use Exception;

/** An event's text: content lines of VCALENDAR and VEVENT, RFC 5545 3.4 and 3.6.1. */
final class CalendarText
{
    public const PRODUCT = '-//Keen Glyph//1//EN';

    private const SINGLE = ['SUMMARY' => 'title', 'LOCATION' => 'location', 'DESCRIPTION' => 'description'];

    /** An iCalendar object with one event (RFC 5545), lines folded at 75 bytes. */
    public static function write(Values $values): string
    {
        $bare = $values->text('form') === 'bare';
        $lines = $bare ? [] : ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:'.self::PRODUCT];
        $zone = $values->text('time_zone');
        $hasZone = ! $values->flag('all_day') && $values->has('start') && $zone !== '' && $zone !== 'UTC' && TimeZones::exists($zone);
        if ($hasZone && ! $bare) {
            $lines = [...$lines, ...VtimeZone::lines($zone, (int) substr($values->text('start'), 0, 4))];
        }
        $lines[] = 'BEGIN:VEVENT';
        if (! $bare || $values->has('uid')) {
            $lines[] = 'UID:'.ContentLines::escaped($values->has('uid') ? $values->text('uid') : self::uid($values));
        }
        if (! $bare || $values->has('stamp')) {
            $lines[] = 'DTSTAMP:'.($values->has('stamp') ? self::compact($values->text('stamp')).'Z' : self::stamp($values));
        }
        foreach (self::moments($values, $hasZone) as $line) {
            $lines[] = $line;
        }
        foreach (self::SINGLE as $name => $field) {
            if ($values->has($field)) {
                $lines[] = "$name:".ContentLines::escaped($values->text($field));
            }
        }
        if ($values->has('url')) {
            $lines[] = 'URL:'.$values->text('url');
        }
        if ($values->has('repeat')) {
            $lines[] = self::rule($values);
        }
        $alarm = $values->has('alarm') ? ['BEGIN:VALARM', 'ACTION:DISPLAY', 'DESCRIPTION:'.ContentLines::escaped($values->text('title')), "TRIGGER:-PT{$values->text('alarm')}M", 'END:VALARM'] : [];

        return ContentLines::join([...$lines, ...$values->texts('extra'), ...$alarm, 'END:VEVENT', ...($bare ? [] : ['END:VCALENDAR'])]);
    }

    /** @return ?array<string, mixed> */
    public static function read(string $text): ?array
    {
        if (preg_match('/^\s*BEGIN:(VCALENDAR|VEVENT)\s*(?:[\r\n]|$)/i', $text, $match) !== 1) {
            return null;
        }
        $fields = strtoupper($match[1]) === 'VEVENT' ? ['form' => 'bare'] : [];
        $alarms = [];
        $inside = [];
        $events = 0;
        foreach (ContentLines::read($text) as $line) {
            $component = $inside === [] ? '' : $inside[count($inside) - 1];
            $named = strtoupper(trim($line->value));
            if ($line->name === 'BEGIN') {
                $inside[] = $named;
                $events += $named === 'VEVENT' ? 1 : 0;
            } elseif ($line->name === 'END') {
                array_pop($inside);
            }
            if ($events > 1) {
                continue;
            }
            if ($component === 'VEVENT' && $line->name !== 'BEGIN' && $line->name !== 'END') {
                self::readLine($fields, $line->name, $line->parameters, $line->value, $line->line);
            } elseif ($component === 'VALARM' || ($line->name === 'BEGIN' && $named === 'VALARM')) {
                $alarms[] = $line->line;
            }
        }
        self::readAlarms($fields, $alarms);
        self::dropDerived($fields);

        return $fields;
    }

    /** @return list<string> */
    private static function moments(Values $values, bool $hasZone): array
    {
        if ($values->flag('all_day')) {
            $last = $values->has('end_date') ? $values->text('end_date') : $values->text('start_date');
            // DTEND is the day after the last (RFC 5545 3.6.1).
            $after = date_create_immutable($last) ?: new DateTimeImmutable('1970-01-01');

            return ['DTSTART;VALUE=DATE:'.self::compact($values->text('start_date')), ...($values->has('end_date') ? ['DTEND;VALUE=DATE:'.$after->modify('+1 day')->format('Ymd')] : [])];
        }
        $lines = [];
        $zone = $values->text('time_zone');
        foreach (['start' => 'DTSTART', 'end' => 'DTEND'] as $field => $name) {
            if ($values->has($field)) {
                $lines[] = $name.($hasZone ? ";TZID=$zone" : '').':'.self::compact($values->text($field)).($zone === 'UTC' ? 'Z' : '');
            }
        }

        return $lines;
    }

    private static function rule(Values $values): string
    {
        $rule = 'RRULE:FREQ='.strtoupper($values->text('repeat'));
        $rule .= $values->has('interval') ? ';INTERVAL='.$values->text('interval') : '';
        $rule .= $values->has('times') ? ';COUNT='.$values->text('times') : '';
        if ($values->has('until')) {
            $rule .= ';UNTIL='.self::until($values);
        }

        return $rule;
    }

    /** The end of the last day: in UTC for an event with a zone, local for one without (RFC 5545 3.3.10). */
    private static function until(Values $values): string
    {
        $day = self::compact($values->text('until'));
        if ($values->flag('all_day')) {
            return $day;
        }
        $zone = $values->text('time_zone');
        $end = TimeZones::exists($zone) ? date_create_immutable($values->text('until').'T23:59:59', new DateTimeZone($zone)) : false;

        return $end === false ? $day.'T235959' : $end->setTimezone(new DateTimeZone('UTC'))->format('Ymd\THis\Z');
    }

    /** The day of which a moment is the end, the other way round; null when it is no day's end. */
    private static function lastDay(string $until, string $zone): ?string
    {
        if (preg_match('/^(\d{4})(\d\d)(\d\d)(T\d{6}Z?)?$/D', $until, $m) !== 1 || ! checkdate((int) $m[2], (int) $m[3], (int) $m[1])) {
            return null;
        }
        if (($m[4] ?? 'T235959') === 'T235959') {
            return "$m[1]-$m[2]-$m[3]";
        }
        $moment = date_create_immutable($until, new DateTimeZone('UTC')) ?: null;
        $local = $moment?->setTimezone(new DateTimeZone(TimeZones::exists($zone) ? $zone : 'UTC'));

        return $local?->format('His') === '235959' ? $local->format('Y-m-d') : null;
    }

    /**
     * @param  array<string, mixed>  $fields
     * @param  list<string>  $parameters
     */
    private static function readLine(array &$fields, string $name, array $parameters, string $value, string $line): void
    {
        $single = self::SINGLE[$name] ?? null;
        $read = match (true) {
            $single !== null && $parameters === [] && ! isset($fields[$single]) => [$single => ContentLines::plain($value)],
            $name === 'URL' && $parameters === [] => ['url' => $value],
            $name === 'UID' => ['uid' => ContentLines::plain($value)],
            $name === 'DTSTAMP' && preg_match('/^\d{8}T\d{6}Z$/D', $value) === 1 => ['stamp' => self::spread(substr($value, 0, -1))],
            $name === 'DTSTART' || $name === 'DTEND' => self::moment($name, $parameters, $value),
            $name === 'RRULE' => self::readRule($value, is_string($fields['time_zone'] ?? null) ? $fields['time_zone'] : ''),
            default => null,
        };
        if ($read === null) {
            $extra = is_array($fields['extra'] ?? null) ? array_values($fields['extra']) : [];
            $fields['extra'] = [...$extra, $line];
        } else {
            $fields = $read + $fields;
        }
    }

    /**
     * @param  list<string>  $parameters
     * @return ?array<string, string|bool>
     */
    private static function moment(string $name, array $parameters, string $value): ?array
    {
        $zone = null;
        foreach ($parameters as $parameter) {
            if (strncasecmp($parameter, 'TZID=', 5) === 0) {
                $zone = trim(substr($parameter, 5), '"');
            } elseif (! in_array(strtoupper($parameter), ['VALUE=DATE', 'VALUE=DATE-TIME'], true)) {
                return null;
            }
        }
        if (preg_match('/^(\d{4})(\d\d)(\d\d)$/D', $value, $m) === 1) {
            $day = date_create_immutable("$m[1]-$m[2]-$m[3]") ?: null;

            return $name === 'DTSTART' ? ['all_day' => true, 'start_date' => "$m[1]-$m[2]-$m[3]"] : ($day === null ? null : ['end_date' => $day->modify('-1 day')->format('Y-m-d')]);
        }
        if (preg_match('/^\d{8}T\d{6}(Z?)$/D', $value, $m) !== 1) {
            return null;
        }
        $zone = $m[1] === 'Z' ? 'UTC' : $zone;

        return [$name === 'DTSTART' ? 'start' : 'end' => self::spread(rtrim($value, 'Z'))] + ($zone === null ? [] : ['time_zone' => $zone]);
    }

    /** @return ?array<string, string> null when the rule says more than our fields */
    private static function readRule(string $value, string $zone): ?array
    {
        $fields = [];
        foreach (explode(';', $value) as $part) {
            [$name, $setting] = [...explode('=', strtoupper($part), 2), ''];
            $read = match (true) {
                $name === 'FREQ' && isset(Event::FREQUENCIES[strtolower($setting)]) => ['repeat' => strtolower($setting)],
                $name === 'INTERVAL' && ctype_digit($setting) => ['interval' => $setting],
                $name === 'COUNT' && ctype_digit($setting) => ['times' => $setting],
                $name === 'UNTIL' && self::lastDay($setting, $zone) !== null => ['until' => self::lastDay($setting, $zone)],
                default => null,
            };
            if ($read === null) {
                return null;
            }
            $fields += $read;
        }

        return $fields;
    }

    /**
     * @param  array<string, mixed>  $fields
     * @param  list<string>  $lines
     */
    private static function readAlarms(array &$fields, array $lines): void
    {
        $title = is_string($fields['title'] ?? null) ? $fields['title'] : '';
        $plain = ['BEGIN:VALARM', 'ACTION:DISPLAY', 'DESCRIPTION:'.ContentLines::escaped($title)];
        if (count($lines) === 5 && array_slice($lines, 0, 3) === $plain && preg_match('/^TRIGGER:-PT(\d{1,6})M$/D', $lines[3], $m) === 1) {
            $fields['alarm'] = $m[1];
        } elseif ($lines !== []) {
            $extra = is_array($fields['extra'] ?? null) ? $fields['extra'] : [];
            $fields['extra'] = [...array_values($extra), ...$lines];
        }
    }

    /**
     * Identifier and stamp that writing would make again are no fields of their own.
     *
     * @param  array<string, mixed>  $fields
     */
    private static function dropDerived(array &$fields): void
    {
        $without = array_diff_key($fields, ['uid' => 1, 'stamp' => 1]);
        $values = Values::of((new Event)->fields(), $without);
        if (($fields['uid'] ?? null) === self::uid($values)) {
            unset($fields['uid']);
        }
        $stamp = $fields['stamp'] ?? null;
        if (is_string($stamp) && self::compact($stamp).'Z' === self::stamp($values)) {
            unset($fields['stamp']);
        }
    }

    /** Short, and the same for the same event. */
    public static function uid(Values $values): string
    {
        $what = $values->text('title')."\n".$values->text('start').$values->text('start_date')."\n".$values->text('time_zone');

        return substr(hash('sha256', $what), 0, 12).'@keenglyph';
    }

    /** The moment of the beginning in UTC, so that the same fields give the same text. */
    public static function stamp(Values $values): string
    {
        $zone = $values->text('time_zone');
        try {
            $start = new DateTimeImmutable($values->flag('all_day') ? $values->text('start_date') : $values->text('start'), new DateTimeZone(TimeZones::exists($zone) ? $zone : 'UTC'));
        } catch (Exception) {
            $start = new DateTimeImmutable('1970-01-01', new DateTimeZone('UTC'));
        }

        return $start->setTimezone(new DateTimeZone('UTC'))->format('Ymd\THis\Z');
    }

    /** 2027-06-12T18:30 to 20270612T183000; dates alike. */
    private static function compact(string $moment): string
    {
        $digits = str_replace(['-', ':'], '', $moment);

        return str_contains($digits, 'T') && strlen($digits) === 13 ? $digits.'00' : $digits;
    }

    private static function spread(string $compact): string
    {
        $spread = preg_replace('/^(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)$/', '$1-$2-$3T$4:$5:$6', $compact);

        return str_ends_with((string) $spread, ':00') ? substr((string) $spread, 0, -3) : (string) $spread;
    }
}
