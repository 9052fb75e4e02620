<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

use IntlChar;

/** Decimal digits of every script (Unicode general category Nd) as the ten that standards write. */
final class Digits
{
    /** Arabic decimal and thousands separators become a point and a comma with them. */
    public static function ascii(string $text): string
    {
        $plain = preg_replace_callback('/(?![0-9])\p{Nd}/u', static fn (array $match): string => (string) IntlChar::charDigitValue($match[0]), $text);

        return str_replace(["\u{066B}", "\u{066C}"], ['.', ','], $plain ?? $text);
    }
}
