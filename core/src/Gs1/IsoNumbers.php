<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

use ResourceBundle;

/** Numbers of currencies (ISO 4217) and countries (ISO 3166-1), from ICU's tables. */
final class IsoNumbers
{
    /** Whether three digits are a currency (ISO 4217). */
    public static function isCurrency(string $number): bool
    {
        /** @var ?array<int, true> $known */
        static $known = null;
        if ($known === null) {
            $known = [];
            $codes = ResourceBundle::create('currencyNumericCodes', 'ICUDATA', false)?->get('codeMap');
            foreach ($codes instanceof ResourceBundle ? $codes : [] as $code) {
                if (is_int($code)) {
                    $known[$code] = true;
                }
            }
        }

        return isset($known[(int) $number]);
    }

    /** Whether three digits are a country (ISO 3166-1). */
    public static function isCountry(string $number): bool
    {
        return in_array($number, self::countries(), true);
    }

    /** The number of a country of two letters. */
    public static function ofCountry(string $letters): ?string
    {
        return self::countries()[strtoupper($letters)] ?? null;
    }

    /** The country's name in English, or the number. */
    public static function countryName(string $number): string
    {
        $letters = array_search($number, self::countries(), true);

        return $letters === false ? $number : (string) \Locale::getDisplayRegion('-'.$letters, 'en');
    }

    /** @return array<string, string> three digits by two letters */
    private static function countries(): array
    {
        /** @var ?array<string, string> $countries */
        static $countries = null;
        if ($countries !== null) {
            return $countries;
        }
        $countries = [];
        $rows = ResourceBundle::create('supplementalData', 'ICUDATA', false)?->get('codeMappings');
        foreach ($rows instanceof ResourceBundle ? $rows : [] as $row) {
            $letters = $row instanceof ResourceBundle ? $row->get(0) : null;
            $number = $row instanceof ResourceBundle ? $row->get(1) : null;
            // From 900 on numbers are free for private use.
            if (is_string($letters) && is_string($number) && strlen($letters) === 2 && $number < '900') {
                $countries[$letters] = $number;
            }
        }

        return $countries;
    }
}
