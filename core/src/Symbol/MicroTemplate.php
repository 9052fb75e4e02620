<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Function patterns, data order and masks of Micro QR Code symbols: ISO/IEC 18004:2015 6.3.4 to 6.3.6, 7.7.3, 7.8.2. */
final class MicroTemplate
{
    public const MASKS = 4;

    /** The masks of QR Code that Micro QR Code uses, in its own order (table 10). */
    private const MASK_OF = [1, 4, 6, 7];

    /**
     * Rows with '1' and '0' for the function patterns and '.' for data; format information is light.
     *
     * @return list<string>
     */
    public static function rows(MicroVersion $version): array
    {
        $n = $version->modules();
        $timing = substr(str_repeat('10', $n), 0, $n);
        $finder = ['1111111', '1000001', '1011101', '1011101', '1011101', '1000001', '1111111'];
        $rows = ['111111101'.substr($timing, 9)];
        for ($y = 1; $y < $n; $y++) {
            $start = match (true) {
                $y < 7 => $finder[$y].'00',
                $y === 7 => '000000000',
                $y === 8 => '100000000',
                default => $timing[$y],
            };
            $rows[] = str_pad($start, $n, '.');
        }

        return $rows;
    }

    /**
     * Places of the data modules in their order: two columns at a time from the right, upwards first.
     *
     * @return list<array{int, int}> column and row
     */
    public static function order(MicroVersion $version): array
    {
        $rows = self::rows($version);
        $n = $version->modules();
        $order = [];
        $upwards = true;
        for ($right = $n - 1; $right > 0; $right -= 2) {
            for ($step = 0; $step < $n; $step++) {
                $y = $upwards ? $n - 1 - $step : $step;
                foreach ([$right, $right - 1] as $x) {
                    if ($rows[$y][$x] === '.') {
                        $order[] = [$x, $y];
                    }
                }
            }
            $upwards = ! $upwards;
        }

        return $order;
    }

    /**
     * Whether the mask reverses a module.
     *
     * @param  int  $mask  0 to 3
     */
    public static function reverses(int $mask, int $row, int $column): bool
    {
        return MaskPattern::reverses(self::MASK_OF[$mask], $row, $column);
    }
}
