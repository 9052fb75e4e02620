<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** How much a symbol holds, ISO/IEC 18004:2015 7.1, table 7. */
final class Capacity
{
    /** Bits for segments, headers included. */
    public static function bits(Version $version, Level $level): int
    {
        return $version->blocks($level)->dataCodewords() * 8;
    }

    /** Characters that fit when the whole text is one segment of this mode. */
    public static function characters(Version $version, Level $level, Mode $mode): int
    {
        $bits = self::bits($version, $level) - 4 - $mode->countBits($version);

        return match ($mode) {
            Mode::Numeric => intdiv($bits, 10) * 3 + [0, 0, 0, 0, 1, 1, 1, 2, 2, 2][$bits % 10],
            Mode::Alphanumeric => intdiv($bits, 11) * 2 + ($bits % 11 >= 6 ? 1 : 0),
            Mode::Byte => intdiv($bits, 8),
        };
    }

    /** Bytes that fit when the whole text is one byte segment. */
    public static function bytes(Version $version, Level $level): int
    {
        return self::characters($version, $level, Mode::Byte);
    }
}
