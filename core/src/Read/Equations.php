<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function abs;
use function count;

/** Linear equations, as many as unknowns. */
final class Equations
{
    /**
     * Gauss-Jordan elimination with pivoting.
     *
     * @param  array<int, array<int, float>>  $rows  of each equation the factors, then what they come to
     * @return array<int, float> the unknowns in their order
     */
    public static function solve(array $rows): array
    {
        $count = count($rows);
        for ($column = 0; $column < $count; $column++) {
            $pivot = $column;
            for ($i = $column + 1; $i < $count; $i++) {
                if (abs($rows[$i][$column]) > abs($rows[$pivot][$column])) {
                    $pivot = $i;
                }
            }
            [$rows[$column], $rows[$pivot]] = [$rows[$pivot], $rows[$column]];
            $divisor = $rows[$column][$column] ?: 1e-12;
            foreach ($rows[$column] as $k => $value) {
                $rows[$column][$k] = $value / $divisor;
            }
            for ($i = 0; $i < $count; $i++) {
                $factor = $rows[$i][$column];
                if ($i === $column || $factor === 0.0) {
                    continue;
                }
                foreach ($rows[$column] as $k => $value) {
                    $rows[$i][$k] -= $factor * $value;
                }
            }
        }

        return array_column($rows, $count);
    }
}
