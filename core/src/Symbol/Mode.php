<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Mode of a segment, ISO/IEC 18004:2015 7.4.1: four that carry characters, and four that say something about what follows. */
enum Mode: string
{
    case Numeric = 'numeric';
    case Alphanumeric = 'alphanumeric';
    case Byte = 'byte';
    case Kanji = 'kanji';
    case Eci = 'eci';
    case Fnc1First = 'fnc1_first';
    case Fnc1Second = 'fnc1_second';
    case StructuredAppend = 'structured_append';

    /** The 45 characters of alphanumeric mode in the order of their values (7.4.4, table 5). */
    public const ALPHANUMERIC = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ $%*+-./:';

    /** Four-bit mode indicator of QR Code symbols (table 2). */
    public function indicator(): int
    {
        return match ($this) {
            self::Numeric => 0b0001,
            self::Alphanumeric => 0b0010,
            self::StructuredAppend => 0b0011,
            self::Byte => 0b0100,
            self::Fnc1First => 0b0101,
            self::Eci => 0b0111,
            self::Kanji => 0b1000,
            self::Fnc1Second => 0b1001,
        };
    }

    /** Whether segments of this mode have a character count and characters. */
    public function carriesText(): bool
    {
        return match ($this) {
            self::Numeric, self::Alphanumeric, self::Byte, self::Kanji => true,
            default => false,
        };
    }

    /** Bits that `$count` characters take, without the segment's header (7.4.3 to 7.4.6); 0 for modes without characters. */
    public function dataBits(int $count): int
    {
        return match ($this) {
            self::Numeric => intdiv($count, 3) * 10 + [0, 4, 7][$count % 3],
            self::Alphanumeric => intdiv($count, 2) * 11 + ($count % 2) * 6,
            self::Byte => $count * 8,
            self::Kanji => $count * 13,
            default => 0,
        };
    }
}
