<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** Check digits of ISO/IEC 7064, mod 97-10, as bank accounts and creditor references carry them. */
final class Mod97
{
    /** Whether the third and fourth characters check, the first four moved to the end; capitals and digits only. */
    public static function checks(string $text): bool
    {
        return self::remainder(substr($text, 4).substr($text, 0, 4)) === 1;
    }

    /** @param  string  $characters capitals and digits; letters stand for 10 to 35 */
    public static function remainder(string $characters): int
    {
        $remainder = 0;
        foreach (str_split($characters) as $character) {
            $value = ctype_digit($character) ? (int) $character : ord($character) - 55;
            $remainder = ($remainder * ($value > 9 ? 100 : 10) + $value) % 97;
        }

        return $remainder;
    }
}
