<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

use Symfony\Component\Intl\Countries;

/** The rules of single components, GS1 General Specifications 3 and the table's own names for them. */
final class ComponentRule
{
    /** What is wrong, in words for people; null when the part is in order. */
    public static function problem(string $rule, string $part): ?string
    {
        return match ($rule) {
            'cs' => CheckDigit::holds($part) ? null : 'The check digit '.substr($part, -1).' is wrong: it would be '.CheckDigit::of(substr($part, 0, -1)).'.',
            'cp' => self::pair($part),
            'date' => self::date($part, true),
            'day' => self::date($part, false),
            'birth' => checkdate((int) substr($part, 4, 2), (int) substr($part, 6, 2), max(1, (int) substr($part, 0, 4))) ? null : 'This is no date written YYYYMMDD.',
            'hhmm' => self::time($part) ? null : 'This is no time written HHMM, 0000 to 2359.',
            'hhmm99' => $part === '9999' || self::time($part) ? null : 'This is no time written HHMM; 9999 says none.',
            'hour' => (int) $part < 24 ? null : 'Hours run from 00 to 23.',
            'minsec' => preg_match('/^([0-5]\d){1,2}$/D', $part) === 1 ? null : 'Minutes, or minutes and seconds, of two digits each.',
            'cur' => IsoNumbers::isCurrency($part) ? null : "$part is no currency number of ISO 4217, such as 826 for pounds.",
            'country' => IsoNumbers::isCountry($part) ? null : "$part is no country number of ISO 3166-1, such as 826 for the United Kingdom.",
            'countries' => self::countries($part),
            'alpha2' => preg_match('/^[A-Z]{2}$/D', $part) === 1 && Countries::exists($part) ? null : "“{$part}” is no country of ISO 3166-1: two capital letters, such as GB.",
            'iban' => self::iban($part) ? null : 'The check digits of the IBAN do not fit.',
            'geo' => (int) substr($part, 0, 10) <= 1800000000 && (int) substr($part, 10) <= 3600000000 ? null : 'Latitude plus 90 and longitude plus 180, in ten-millionths of a degree.',
            'flag' => $part === '0' || $part === '1' ? null : '1 for yes, 0 for no.',
            'zero' => $part === '0' ? null : 'The first digit is 0.',
            'nolead' => str_starts_with($part, '0') && $part !== '0' ? 'No zeros stand before the number.' : null,
            'pieces' => self::pieces($part),
            'temp' => $part === '-' ? null : 'Only a minus sign may follow.',
            'wind' => in_array($part, ['0', '1', '9'], true) ? null : 'Winding is 0 face out, 1 face in, 9 undefined.',
            'sex' => in_array($part, ['0', '1', '2', '9'], true) ? null : '0 not known, 1 male, 2 female, 9 not applicable.',
            'media' => preg_match('/^(0[1-9]|10|[89]\d)$/D', $part) === 1 ? null : 'Media types run from 01 to 10 and 80 to 99.',
            'slash' => $part === '/' ? null : 'A slash stands between number and total.',
            'pct' => preg_match('/%(?![0-9A-Fa-f]{2})/', $part) === 1 ? 'A % is followed by two hexadecimal digits.' : null,
            'key' => preg_match('/^\d{4}/', $part) === 1 ? null : 'It begins with the digits of a GS1 company prefix.',
            default => null,
        };
    }

    /** The two check characters at the end fit what stands before them. */
    private static function pair(string $part): ?string
    {
        if (strlen($part) < 6) {
            return 'It is at least six characters long: company prefix, reference, and two check characters.';
        }
        $right = CheckDigit::pair(substr($part, 0, -2));

        return substr($part, -2) === $right ? null : 'The check characters '.substr($part, -2)." are wrong: they would be $right.";
    }

    private static function date(string $part, bool $mayHaveDayZero): ?string
    {
        $month = (int) substr($part, 2, 2);
        $day = (int) substr($part, 4, 2);
        if ($month < 1 || $month > 12) {
            return 'The month, digits 3 and 4, runs from 01 to 12. A date is written YYMMDD.';
        }
        if ($day === 0) {
            return $mayHaveDayZero ? null : 'Here the day is needed: 01 to 31.';
        }

        return checkdate($month, $day, Gs1Date::year((int) substr($part, 0, 2), (int) date('Y'))) ? null : 'There is no such day in that month. A date is written YYMMDD.';
    }

    private static function time(string $part): bool
    {
        return preg_match('/^([01]\d|2[0-3])[0-5]\d$/D', $part) === 1;
    }

    private static function countries(string $part): ?string
    {
        if (strlen($part) % 3 !== 0) {
            return 'Country numbers have three digits each, up to five of them.';
        }
        foreach (str_split($part, 3) as $country) {
            if (! IsoNumbers::isCountry($country)) {
                return "$country is no country number of ISO 3166-1.";
            }
        }

        return null;
    }

    private static function pieces(string $part): ?string
    {
        $number = (int) substr($part, 0, 2);
        $total = (int) substr($part, 2);

        return $number >= 1 && $number <= $total ? null : 'Two digits say which piece, two say of how many: 0102 is the first of two.';
    }

    private static function iban(string $part): bool
    {
        if (preg_match('/^[A-Z]{2}\d{2}[A-Z0-9]{10,30}$/D', $part) !== 1) {
            return false;
        }

        return Mod97::checks($part);
    }
}
