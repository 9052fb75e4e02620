<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** The fifteen bits that state level and mask, twice in each symbol: ISO/IEC 18004:2015 7.9.1 and annex C. */
final class FormatInformation
{
    /** So that no level and mask give fifteen light modules (7.9.1). */
    private const MASK = 0b101010000010010;

    /** All bits of one copy, bit 14 the most significant: level, mask, BCH(15,5), masked with 101010000010010. */
    public static function bits(ErrorCorrectionLevel $level, int $mask): int
    {
        return self::code($level->formatBits() << 3 | $mask) ^ self::MASK;
    }

    /**
     * Five bits of data with the ten check bits of the BCH(15,5) code behind them (annex C.2).
     *
     * @param  int  $data  0 to 31
     */
    public static function code(int $data): int
    {
        return BinaryPolynomial::protected($data, BinaryPolynomial::BCH_15_5);
    }

    /**
     * Where bit `$bit` (0 the least significant) stands, in both copies (figure 25).
     *
     * @return array{array{int, int}, array{int, int}} two pairs of column and row
     */
    public static function places(int $bit, int $modules): array
    {
        $first = match (true) {
            $bit < 6 => [8, $bit],
            $bit < 8 => [8, $bit + 1],
            $bit === 8 => [7, 8],
            default => [14 - $bit, 8],
        };
        $second = $bit < 8 ? [$modules - 1 - $bit, 8] : [8, $modules - 15 + $bit];

        return [$first, $second];
    }
}
