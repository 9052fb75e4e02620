<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Format information of Micro QR Code symbols: ISO/IEC 18004:2015 7.9.2 and annex C. */
final class MicroFormat
{
    private const MASK = 0b100010001000101;

    /**
     * Bit 14 the most significant: symbol number, mask, BCH(15,5).
     *
     * @param  int  $mask  0 to 3
     */
    public static function bits(int $symbolNumber, int $mask): int
    {
        return FormatInformation::code($symbolNumber << 2 | $mask) ^ self::MASK;
    }

    /**
     * Where bit `$bit` (0 the least significant) stands (figure 26).
     *
     * @return array{int, int} column and row
     */
    public static function place(int $bit): array
    {
        return $bit < 7 ? [8, $bit + 1] : [15 - $bit, 8];
    }
}
