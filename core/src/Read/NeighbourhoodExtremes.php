<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function max;
use function min;

/** The greatest and the least number in a square around each place of a square grid. */
final class NeighbourhoodExtremes
{
    /**
     * @param  list<float>  $values  row by row
     * @param  int  $side  places a row
     * @param  int  $radius  places on each side; at the edges the square ends with the grid
     * @return list<float>
     */
    public static function most(array $values, int $side, int $radius): array
    {
        return self::extremes($values, $side, $radius, max(...));
    }

    /**
     * @param  list<float>  $values  row by row
     * @return list<float>
     */
    public static function least(array $values, int $side, int $radius): array
    {
        return self::extremes($values, $side, $radius, min(...));
    }

    /**
     * Along the rows, then down the columns.
     *
     * @param  list<float>  $values
     * @param  callable(non-empty-list<float>): float  $extreme
     * @return list<float>
     */
    private static function extremes(array $values, int $side, int $radius, callable $extreme): array
    {
        $rows = array_chunk($values, max(1, $side));
        for ($pass = 0; $pass < 2; $pass++) {
            $turned = [];
            foreach ($rows as $y => $row) {
                for ($x = 0; $x < $side; $x++) {
                    $turned[$x][$y] = $extreme(array_slice($row, max(0, $x - $radius), min($side - 1, $x + $radius) - max(0, $x - $radius) + 1));
                }
            }
            // The columns of the one are the rows of the other.
            $rows = $turned;
        }

        return array_merge(...$rows);
    }
}
