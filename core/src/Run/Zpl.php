<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Image\LuminancePlane;

/** A label as printers of the language ZPL II take it: the picture as a bitmap at the printer's own dots (^GF, format A). */
final class Zpl
{
    private const DARK = 128;

    /**
     * @param  LuminancePlane  $picture  a pixel a dot
     * @param  int  $left  dots from the label's left edge
     * @param  int  $copies  1 and more
     */
    public static function label(LuminancePlane $picture, int $left = 0, int $top = 0, int $copies = 1): string
    {
        $bytesARow = intdiv($picture->width + 7, 8);
        $bits = array_map(static fn (string $row): string => str_pad($row, 8 * $bytesARow, '0'), str_split(strtr($picture->pixels, self::inks()), max(1, $picture->width)));
        // All rows at once: the table is looked through anew at each call.
        $rows = strtr(implode("\n", $bits), self::hex())."\n";
        $total = $bytesARow * $picture->height;

        return "^XA\n^FO$left,$top^GFA,$total,$total,$bytesARow,\n{$rows}^FS\n".($copies > 1 ? "^PQ$copies\n" : '')."^XZ\n";
    }

    /** @return array<string, string> dots by grey: 1 prints */
    private static function inks(): array
    {
        /** @var array<string, string> $inks */
        static $inks = [];
        for ($grey = 0; count($inks) < 256; $grey++) {
            $inks[chr($grey)] = $grey < self::DARK ? '1' : '0';
        }

        return $inks;
    }

    /** @return array<array-key, string> two digits by eight dots */
    private static function hex(): array
    {
        /** @var array<array-key, string> $hex */
        static $hex = [];
        for ($byte = 0; count($hex) < 256; $byte++) {
            $hex[sprintf('%08b', $byte)] = sprintf('%02X', $byte);
        }

        return $hex;
    }
}
