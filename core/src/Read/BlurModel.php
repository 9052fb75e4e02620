<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function abs;
use function array_fill;
use function count;
use function intdiv;
use function sqrt;

/**
 * How a picture was blurred, as a symbol shows it: the grey of a module as a sum of its neighbours' tones, on a light that
 * may slope. The weights are those that explain the modules whose neighbours are all known best: finder patterns,
 * separators and quiet zone. A lens spreads a point alike on opposite sides, and so does a movement: one weight for both.
 */
final readonly class BlurModel
{
    /** Modules on each side whose tone reaches a module. */
    public const REACH = 2;

    /** Neighbours along a side of the square that reaches a module. */
    public const SIDE = 2 * self::REACH + 1;

    /** Weight of the wish for small weights beside the known modules: keeps the equations solvable. */
    private const RIDGE = 0.00003;

    /** Equations wanted for each unknown. */
    private const ENOUGH = 4;

    /**
     * @param  array<int, float>  $weights  of the neighbours row by row, the module itself in the middle
     * @param  array{float, float, float}  $light  the grey between dark and light at the first module, and what it changes by a module across and down
     * @param  float  $error  root mean square of what the model leaves of the greys that it was learned from
     */
    private function __construct(public array $weights, public array $light, public float $error)
    {
    }

    /**
     * Learns from the modules whose neighbours' tones are all known; null when these are too few.
     *
     * @param  list<float>  $greys  of a field of modules, row by row
     * @param  array<int, int>  $tones  1 light, -1 dark, 0 not known; of the field with REACH more on each side
     * @param  int  $across  modules a row of the greys
     */
    public static function learn(array $greys, array $tones, int $across): ?self
    {
        $wide = $across + 2 * self::REACH;
        $pairs = self::pairs($wide);
        $unknowns = count($pairs) + 3;
        $normal = array_fill(0, $unknowns, array_fill(0, $unknowns + 1, 0.0));
        $rows = [];
        foreach ($greys as $i => $grey) {
            [$x, $y] = [$i % $across, intdiv($i, $across)];
            $at = ($y + self::REACH) * $wide + $x + self::REACH;
            $row = [];
            foreach ($pairs as [$one, $other]) {
                if ($tones[$at + $one] === 0 || $tones[$at + $other] === 0) {
                    continue 2;
                }
                $row[] = (float) ($one === 0 ? $tones[$at] : $tones[$at + $one] + $tones[$at + $other]);
            }
            $row[] = 1.0;
            $row[] = $x / $across;
            $row[] = $y / $across;
            $rows[] = [$row, $grey];
            foreach ($row as $k => $factor) {
                if ($factor !== 0.0) {
                    for ($m = $k; $m < $unknowns; $m++) {
                        $normal[$k][$m] += $factor * $row[$m];
                    }
                    $normal[$k][$unknowns] += $factor * $grey;
                }
            }
        }
        if (count($rows) < self::ENOUGH * $unknowns) {
            return null;
        }
        for ($k = 0; $k < $unknowns; $k++) {
            for ($m = 0; $m < $k; $m++) {
                $normal[$k][$m] = $normal[$m][$k];
            }
            $normal[$k][$k] += $k < count($pairs) ? self::RIDGE * count($rows) : 0.0;
        }
        $solved = Equations::solve($normal);
        $error = 0.0;
        foreach ($rows as [$row, $grey]) {
            foreach ($row as $k => $factor) {
                $grey -= $factor * $solved[$k];
            }
            $error += $grey * $grey;
        }
        $weights = array_fill(0, self::SIDE ** 2, 0.0);
        $middle = intdiv(self::SIDE ** 2, 2);
        for ($k = 0; $k <= $middle; $k++) {
            $weights[$k] = $weights[2 * $middle - $k] = $solved[$k];
        }

        return new self($weights, [$solved[$unknowns - 3], $solved[$unknowns - 2] / $across, $solved[$unknowns - 1] / $across], sqrt($error / count($rows)));
    }

    /**
     * The grey that a module should have.
     *
     * @param  array<int, int>  $tones  of the field with REACH more on each side
     * @param  int  $wide  modules a row of the field
     */
    public function grey(array $tones, int $wide, int $column, int $row): float
    {
        $grey = $this->light[0] + $this->light[1] * $column + $this->light[2] * $row;
        foreach ($this->weights as $k => $weight) {
            $grey += $weight * $tones[($row + intdiv($k, self::SIDE)) * $wide + $column + $k % self::SIDE];
        }

        return $grey;
    }

    /** The weight of a module's own tone: half the difference of a dark and a light one, all else alike. */
    public function own(): float
    {
        return $this->weights[intdiv(self::SIDE ** 2, 2)];
    }

    /** Share of all weight that is the neighbours': 0 in a sharp picture. */
    public function spread(): float
    {
        $all = 0.0;
        foreach ($this->weights as $weight) {
            $all += abs($weight);
        }

        return $all > 0.0 ? 1 - abs($this->own()) / $all : 1.0;
    }

    /**
     * Offsets of the neighbours in a field, each with the one opposite; the module itself last.
     *
     * @return list<array{int, int}>
     */
    private static function pairs(int $wide): array
    {
        $pairs = [];
        for ($k = 0; $k <= intdiv(self::SIDE ** 2, 2); $k++) {
            $offset = (intdiv($k, self::SIDE) - self::REACH) * $wide + $k % self::SIDE - self::REACH;
            $pairs[] = [$offset, -$offset];
        }

        return $pairs;
    }
}
