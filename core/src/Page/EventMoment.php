<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

use DateTimeImmutable;
use Exception;
use IntlDateFormatter;
use IntlDatePatternGenerator;

/** Moments of an event and days of the week, in words of a language. A moment stands in the event's own zone. */
final class EventMoment
{
    /** Such as "Sat, 12 Sept 2026, 09:00"; '' for no moment. */
    public static function words(string $moment, string $language): string
    {
        $at = self::at($moment);

        return $at === null ? '' : self::format($at, $language, str_contains($moment, 'T') ? 'yMMMEd Hm' : 'yMMMEd');
    }

    /** The end, without the day where it is that of the start. */
    public static function until(string $start, string $end, string $language): string
    {
        [$from, $to] = [self::at($start), self::at($end)];

        return $from !== null && $to !== null && $from->format('Y-m-d') === $to->format('Y-m-d') ? (str_contains($end, 'T') ? self::format($to, $language, 'Hm') : '') : self::words($end, $language);
    }

    /** @param  string  $day  mon to sun */
    public static function day(string $day, string $language): string
    {
        return self::format(new DateTimeImmutable("$day 2027-01-04"), $language, 'EEE');
    }

    private static function format(DateTimeImmutable $at, string $language, string $skeleton): string
    {
        // British English has days before months, as everybody else on this side of the ocean.
        $locale = $language === 'en' ? 'en_GB' : str_replace('-', '_', $language);
        $pattern = (new IntlDatePatternGenerator($locale))->getBestPattern($skeleton);
        $made = IntlDateFormatter::create($locale, IntlDateFormatter::NONE, IntlDateFormatter::NONE, 'UTC', null, $pattern === false ? null : $pattern)?->format(new DateTimeImmutable($at->format('Y-m-d H:i:s').' UTC'));

        return is_string($made) ? $made : $at->format('Y-m-d H:i');
    }

    private static function at(string $moment): ?DateTimeImmutable
    {
        try {
            return preg_match('/^\d{4}-\d\d-\d\d/', $moment) === 1 ? new DateTimeImmutable($moment) : null;
        } catch (Exception) {
            return null;
        }
    }
}
