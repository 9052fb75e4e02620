<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** The eighteen bits that state the version, twice, from version 7 on: ISO/IEC 18004:2015 7.10 and annex D. */
final class VersionInformation
{
    /** Version and BCH(18,6), bit 17 the most significant. */
    public static function bits(Version $version): int
    {
        return BinaryPolynomial::protected($version->number, BinaryPolynomial::BCH_18_6);
    }

    /**
     * Where bit `$bit` (0 the least significant) stands: above the lower left and left of the upper right finder pattern.
     *
     * @return array{array{int, int}, array{int, int}} two pairs of column and row
     */
    public static function places(int $bit, int $modules): array
    {
        $long = $modules - 11 + $bit % 3;
        $short = intdiv($bit, 3);

        return [[$long, $short], [$short, $long]];
    }
}
