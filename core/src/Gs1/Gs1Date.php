<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** Dates of six digits, GS1 General Specifications 7.12. */
final class Gs1Date
{
    /** The century is the one that brings the year within 50 years behind and 49 before the current one. */
    public static function year(int $twoDigits, int $thisYear): int
    {
        $century = intdiv($thisYear, 100) * 100;
        $apart = $twoDigits - $thisYear % 100;

        return $century + $twoDigits + ($apart >= 51 ? -100 : ($apart <= -50 ? 100 : 0));
    }

    /** YYYY-MM-DD to six digits; null for what is no date. */
    public static function digits(string $date): ?string
    {
        return preg_match('/^\d\d(\d\d)-(\d\d)-(\d\d)$/D', $date, $m) === 1 ? $m[1].$m[2].$m[3] : null;
    }

    /** In words such as "30 September 2027" or "September 2027, day not stated"; null for what is no date. */
    public static function words(string $digits, int $thisYear): ?string
    {
        if (preg_match('/^(\d\d)(0[1-9]|1[0-2])(\d\d)$/D', $digits, $m) !== 1) {
            return null;
        }
        $year = self::year((int) $m[1], $thisYear);
        $month = gmdate('F', (int) gmmktime(0, 0, 0, (int) $m[2], 1, 2000));
        if ($m[3] === '00') {
            return "$month $year, day not stated";
        }

        return checkdate((int) $m[2], (int) $m[3], $year) ? (int) $m[3]." $month $year" : null;
    }
}
