<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use Symfony\Component\Intl\Countries;

/** Amounts of money as strings of digits, never as floats. */
final class Amount
{
    /** Whether two capital letters name a country (ISO 3166-1). */
    public static function isCountry(string $code): bool
    {
        return preg_match('/^[A-Z]{2}$/D', $code) === 1 && Countries::exists($code);
    }

    /**
     * @param  string  $most  largest amount, as digits
     * @return list<Problem>
     */
    public static function problems(string $amount, string $field, int $decimals, string $most): array
    {
        if ($amount === '' || preg_match('/^\d+(\.\d+)?$/D', $amount) !== 1) {
            return [];
        }
        [$whole, $rest] = [...explode('.', $amount, 2), ''];
        $whole = ltrim($whole, '0');
        if (trim($whole.$rest, '0') === '') {
            return [Problem::error('zero', $field, 'The amount is more than zero.')];
        }
        if (strlen($rest) > $decimals) {
            return [Problem::error('decimals', $field, $decimals === 0 ? 'This currency has no decimals.' : "The amount has at most $decimals digits after the point.")];
        }

        return strlen($whole) > strlen($most) || (strlen($whole) === strlen($most) && $whole > $most)
            ? [Problem::error('too_much', $field, "The amount is at most $most.")]
            : [];
    }

    /** Exactly so many digits after the point. */
    public static function padded(string $amount, int $decimals): string
    {
        [$whole, $rest] = [...explode('.', $amount, 2), ''];

        return $decimals === 0 ? $whole : $whole.'.'.str_pad($rest, $decimals, '0');
    }
}
