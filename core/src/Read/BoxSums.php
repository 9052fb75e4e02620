<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Sums of the numbers in a box around each place of a grid, from one table of sums over all boxes that begin at its corner. */
final class BoxSums
{
    /**
     * @template T of int|float
     *
     * @param  array<int, T>  $values  row by row
     * @param  int  $radius  places on each side that belong to a box; at the edges it ends with the grid
     * @return list<T>
     */
    public static function around(array $values, int $across, int $down, int $radius): array
    {
        $wide = $across + 1;
        $total = array_fill(0, $wide * ($down + 1), 0);
        $i = 0;
        for ($y = 0; $y < $down; $y++) {
            $line = 0;
            $at = ($y + 1) * $wide + 1;
            for ($x = 0; $x < $across; $x++, $i++, $at++) {
                $line += $values[$i];
                $total[$at] = $total[$at - $wide] + $line;
            }
        }
        $sums = [];
        for ($y = 0; $y < $down; $y++) {
            $top = max(0, $y - $radius) * $wide;
            $bottom = min($down, $y + $radius + 1) * $wide;
            for ($x = 0; $x < $across; $x++) {
                $left = $x > $radius ? $x - $radius : 0;
                $right = $x + $radius + 1 < $across ? $x + $radius + 1 : $across;
                $sums[] = $total[$bottom + $right] - $total[$bottom + $left] - $total[$top + $right] + $total[$top + $left];
            }
        }

        /** @var list<T> $sums */
        return $sums;
    }

    /**
     * How many places belong to the box around each place.
     *
     * @return list<int>
     */
    public static function sizes(int $across, int $down, int $radius): array
    {
        $sizes = [];
        for ($y = 0; $y < $down; $y++) {
            $tall = min($down, $y + $radius + 1) - max(0, $y - $radius);
            for ($x = 0; $x < $across; $x++) {
                $sizes[] = $tall * (min($across, $x + $radius + 1) - max(0, $x - $radius));
            }
        }

        return $sizes;
    }
}
