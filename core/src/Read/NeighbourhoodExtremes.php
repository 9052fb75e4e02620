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
        return self::extremes($values, $side, $radius, true);
    }

    /**
     * @param  list<float>  $values  row by row
     * @return list<float>
     */
    public static function least(array $values, int $side, int $radius): array
    {
        return self::extremes($values, $side, $radius, false);
    }

    /**
     * Along the rows, then down the columns.
     *
     * @param  list<float>  $values
     * @param  bool  $most  the greatest; the least when false
     * @return list<float>
     */
    private static function extremes(array $values, int $side, int $radius, bool $most): array
    {
        $rows = array_chunk($values, max(1, $side));
        for ($pass = 0; $pass < 2; $pass++) {
            $turned = [];
            foreach ($rows as $y => $row) {
                for ($x = 0; $x < $side; $x++) {
                    $from = max(0, $x - $radius);
                    $near = array_slice($row, $from, min($side - 1, $x + $radius) - $from + 1);
                    $turned[$x][$y] = $near === [] ? 0.0 : ($most ? max($near) : min($near));
                }
            }
            // The columns of the one are the rows of the other.
            $rows = $turned;
        }

        return array_merge(...$rows);
    }
}
