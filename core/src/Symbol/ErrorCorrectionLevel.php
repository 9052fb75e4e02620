<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Error correction level, ISO/IEC 18004:2015 7.5.1 (table 8), weakest first. */
enum ErrorCorrectionLevel: string
{
    case L = 'L';
    case M = 'M';
    case Q = 'Q';
    case H = 'H';

    /** The two bits that name the level in the format information (7.9.1, table 12). */
    public function formatBits(): int
    {
        return match ($this) {
            self::L => 0b01,
            self::M => 0b00,
            self::Q => 0b11,
            self::H => 0b10,
        };
    }

    /** @param  int  $bits two bits of the format information, 0 to 3 */
    public static function fromFormatBits(int $bits): self
    {
        return [self::M, self::L, self::H, self::Q][$bits & 0b11];
    }
}
