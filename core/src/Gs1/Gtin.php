<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** Global Trade Item Numbers of 8, 12, 13 and 14 digits, GS1 General Specifications 3.3.2. */
final class Gtin
{
    public const LENGTHS = [8, 12, 13, 14];

    /** Fourteen digits with zeros before; null when there are not 8, 12, 13 or 14. */
    public static function padded(string $digits): ?string
    {
        return ctype_digit($digits) && in_array(strlen($digits), self::LENGTHS, true) ? str_pad($digits, 14, '0', STR_PAD_LEFT) : null;
    }

    /** The shortest of the four forms: what stands under an EAN or UPC symbol. */
    public static function shortest(string $gtin14): string
    {
        foreach (self::LENGTHS as $length) {
            if (trim(substr($gtin14, 0, 14 - $length), '0') === '') {
                return substr($gtin14, 14 - $length);
            }
        }

        return $gtin14;
    }

    /** Begins with 9: an item whose weight or size varies (3.3.2.3). */
    public static function isVariableMeasure(string $gtin14): bool
    {
        return str_starts_with($gtin14, '9');
    }
}
