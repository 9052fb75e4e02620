<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** How much a symbol holds, ISO/IEC 18004:2015 7.1, table 7. */
final class Capacity
{
    /** Bits for segments, headers included. */
    public static function bits(SymbolVersion $version, ErrorCorrectionLevel $level): int
    {
        return $version->capacity($level);
    }

    /** Characters that fit when the whole text is one segment of this mode. */
    public static function characters(SymbolVersion $version, ErrorCorrectionLevel $level, Mode $mode): int
    {
        $bits = self::bits($version, $level) - strlen((string) $version->indicator($mode)) - $version->countBits($mode);
        if ($version->indicator($mode) === null || $bits < 0) {
            return 0;
        }

        return match ($mode) {
            Mode::Numeric => intdiv($bits, 10) * 3 + [0, 0, 0, 0, 1, 1, 1, 2, 2, 2][$bits % 10],
            Mode::Alphanumeric => intdiv($bits, 11) * 2 + ($bits % 11 >= 6 ? 1 : 0),
            Mode::Byte => intdiv($bits, 8),
            Mode::Kanji => intdiv($bits, 13),
            default => 0,
        };
    }

    /** Bytes that fit when the whole text is one byte segment. */
    public static function bytes(SymbolVersion $version, ErrorCorrectionLevel $level): int
    {
        return self::characters($version, $level, Mode::Byte);
    }
}
