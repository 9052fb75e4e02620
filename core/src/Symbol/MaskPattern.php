<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** The eight data masks, ISO/IEC 18004:2015 7.8.2, table 10. */
final class MaskPattern
{
    public const COUNT = 8;

    /**
     * The mask over a whole plane, not yet limited to the data modules: "\1" where a module is reversed.
     * Each condition repeats after twelve rows and twelve columns, so twelve short rows are tiled.
     *
     * @param  bool  $transposed  rows and columns exchanged
     */
    public static function plane(int $mask, int $modules, bool $transposed = false): string
    {
        /** @var array<int, string> $made */
        static $made = [];

        return $made[$modules << 4 | $mask << 1 | (int) $transposed] ??= self::tiled($mask, $modules, $transposed);
    }

    private static function tiled(int $mask, int $modules, bool $transposed): string
    {
        $tile = '';
        for ($i = 0; $i < 12; $i++) {
            $row = '';
            for ($j = 0; $j < 12; $j++) {
                $row .= ($transposed ? self::reverses($mask, $j, $i) : self::reverses($mask, $i, $j)) ? "\1" : "\0";
            }
            $tile .= substr(str_repeat($row, intdiv($modules, 12) + 1), 0, $modules)."\0";
        }

        return substr(str_repeat($tile, intdiv($modules, 12) + 1), 0, $modules * ($modules + 1));
    }

    /** Whether the mask reverses the module in row `$i` and column `$j`. */
    public static function reverses(int $mask, int $i, int $j): bool
    {
        return match ($mask) {
            0 => ($i + $j) % 2,
            1 => $i % 2,
            2 => $j % 3,
            3 => ($i + $j) % 3,
            4 => (intdiv($i, 2) + intdiv($j, 3)) % 2,
            5 => ($i * $j) % 2 + ($i * $j) % 3,
            6 => (($i * $j) % 2 + ($i * $j) % 3) % 2,
            7 => (($i + $j) % 2 + ($i * $j) % 3) % 2,
            default => throw new InvalidSymbol("Mask $mask does not exist: masks run from 0 to 7."),
        } === 0;
    }
}
