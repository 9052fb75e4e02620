<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Whether blocks of a picture lie in a shadow so deep that what is in it has to be brought out. */
final class BlockShadow
{
    /** Grey, of 127, below which all of a block lies in shadow, and the change that must be there: light from one side falls to a tenth of the other. */
    private const DARK = 42;

    private const STIRS = 0.5;

    /** How a block is in shadow: characters that leave LIGHT or STILL when some are taken together bit by bit. */
    public const LIGHT = '0';

    private const STILL = '1';

    private const STIRRING = '3';

    /** Share of all blocks that are in shadow where slats or leaves throw it. */
    private const DARKENED = 0.07;

    /** Blocks a side of the smallest square of them that is taken for a shadow: single ones are the dark of letters. */
    private const SHADOW = 3;

    /**
     * How one block is in shadow: one character.
     *
     * @param  int  $lightest  grey in it, 0 to 127
     * @param  float  $change  mean square of the differences in it
     */
    public static function seen(int $lightest, float $change): string
    {
        return $lightest >= self::DARK ? self::LIGHT : ($change > self::STIRS ? self::STIRRING : self::STILL);
    }

    /**
     * Whether squares of blocks lie in shadow and change there, or a good part of all blocks.
     *
     * @param  string  $blocks  how each block is in shadow, row by row
     * @param  int<1, max>  $across
     * @param  int  $looked  blocks that were looked at
     */
    public static function isAmong(string $blocks, int $across, int $looked): bool
    {
        if (substr_count($blocks, self::STIRRING) >= self::DARKENED * $looked) {
            return true;
        }
        $rows = str_split($blocks, $across);
        for ($i = self::SHADOW - 1, $count = count($rows); $i < $count; $i++) {
            // What is no square of blocks in shadow need not be counted.
            $all = $rows[$i];
            for ($k = 1; $k < self::SHADOW; $k++) {
                $all &= $rows[$i - $k];
            }
            for ($j = 0, $last = strlen($all) - self::SHADOW; $j <= $last; $j++) {
                if (strcspn($all, self::LIGHT, $j, self::SHADOW) < self::SHADOW) {
                    continue;
                }
                $stirring = 0;
                for ($k = 0; $k < self::SHADOW; $k++) {
                    $stirring += substr_count($rows[$i - $k], self::STIRRING, $j, self::SHADOW);
                }
                if (2 * $stirring > self::SHADOW ** 2) {
                    return true;
                }
            }
        }

        return false;
    }
}
