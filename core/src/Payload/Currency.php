<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use NumberFormatter;
use ResourceBundle;

/** Currencies in use, ISO 4217, from ICU's tables. */
final class Currency
{
    /** Digits after the point; two for what is no currency. */
    public static function decimals(string $letters): int
    {
        if (! isset(self::codes()[$letters])) {
            return 2;
        }

        return (int) (new NumberFormatter('en@currency='.$letters, NumberFormatter::CURRENCY))->getAttribute(NumberFormatter::FRACTION_DIGITS);
    }

    /**
     * The code of three digits; null for what is no currency.
     *
     * @param  string  $currency  three letters or digits
     */
    public static function numeric(string $currency): ?string
    {
        $codes = self::codes();

        return ctype_digit($currency) ? (in_array($currency, $codes, true) ? $currency : null) : $codes[$currency] ?? null;
    }

    /** The code of three letters; what is no known number comes back as it is. */
    public static function letters(string $numeric): string
    {
        $letters = array_search($numeric, self::codes(), true);

        return $letters === false ? $numeric : $letters;
    }

    /** @return array<string, string> three digits by three letters */
    private static function codes(): array
    {
        /** @var ?array<string, string> $codes */
        static $codes = null;
        if ($codes !== null) {
            return $codes;
        }
        $codes = [];
        $current = self::current();
        $numbers = ResourceBundle::create('currencyNumericCodes', 'ICUDATA', false)?->get('codeMap');
        foreach ($numbers instanceof ResourceBundle ? $numbers : [] as $letters => $number) {
            if (is_string($letters) && is_int($number) && isset($current[$letters])) {
                $codes[$letters] = sprintf('%03d', $number);
            }
        }

        return $codes;
    }

    /** @return array<string, true> currencies that are legal tender somewhere today */
    private static function current(): array
    {
        $current = [];
        $regions = ResourceBundle::create('supplementalData', 'ICUDATA-curr', false)?->get('CurrencyMap');
        foreach ($regions instanceof ResourceBundle ? $regions : [] as $region) {
            foreach ($region instanceof ResourceBundle ? $region : [] as $entry) {
                if ($entry instanceof ResourceBundle && $entry->get('to') === null && $entry->get('tender') !== 'false' && is_string($entry->get('id'))) {
                    $current[$entry->get('id')] = true;
                }
            }
        }

        return $current;
    }
}
