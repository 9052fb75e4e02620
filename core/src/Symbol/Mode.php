<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Encodation mode of a segment, ISO/IEC 18004:2015 7.4.1. */
enum Mode: string
{
    case Numeric = 'numeric';
    case Alphanumeric = 'alphanumeric';
    case Byte = 'byte';

    /** The 45 characters of alphanumeric mode in the order of their values (7.4.4, table 5). */
    public const ALPHANUMERIC = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ $%*+-./:';

    /** Four-bit mode indicator (7.4.1, table 2). */
    public function indicator(): int
    {
        return match ($this) {
            self::Numeric => 0b0001,
            self::Alphanumeric => 0b0010,
            self::Byte => 0b0100,
        };
    }

    /** Bits of the character count indicator in this version (7.4.1, table 3). */
    public function countBits(Version $version): int
    {
        $group = $version->countGroup();

        return match ($this) {
            self::Numeric => [10, 12, 14][$group],
            self::Alphanumeric => [9, 11, 13][$group],
            self::Byte => [8, 16, 16][$group],
        };
    }

    /** Bits that `$count` characters take, without the segment's header (7.4.3 to 7.4.5). */
    public function dataBits(int $count): int
    {
        return match ($this) {
            self::Numeric => intdiv($count, 3) * 10 + [0, 4, 7][$count % 3],
            self::Alphanumeric => intdiv($count, 2) * 11 + ($count % 2) * 6,
            self::Byte => $count * 8,
        };
    }
}
