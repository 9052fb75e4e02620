<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function abs;
use function count;
use function hypot;
use function intdiv;
use function max;
use function min;
use function round;
use function usort;

/**
 * A grid followed over a surface that is neither flat nor evenly bent: from the finder patterns, where it lies right, from
 * one place to the next, each moved to where the modules around it stand out most. A place is never moved by half a module
 * against those beside it, so that no row or column is skipped.
 */
final class GridWalk
{
    /** Modules from one place to the next, at the least. */
    private const APART = 4;

    /** Modules on each side of a place that are looked at. */
    private const AROUND = 2;

    /** Modules by which a place may lie off what those beside it suggest. */
    private const ASIDE = 0.45;

    /** Places of a module that are looked at, in modules from its middle. */
    private const PLACES = [[-0.28, -0.28], [0.28, -0.28], [-0.28, 0.28], [0.28, 0.28]];

    /** How much of the contrast a place must gain for each module that it lies off. */
    private const STIFF = 0.25;

    /** @var list<float> middles of modules, the same across and down */
    private array $lines = [];

    /** @var array<int, array<int, array{float, float}>> shifts that are found, in modules, by row and column */
    private array $shifts = [];

    private function __construct(private readonly PixelWindow $window, private readonly GridMapping $mapping)
    {
        $n = $mapping->modules;
        $count = max(2, intdiv($n - 7, self::APART));
        for ($i = 0; $i <= $count; $i++) {
            $this->lines[] = 3 + (float) round($i * ($n - 7) / $count) + 0.5;
        }
    }

    /** The mapping with each place where it was found. */
    public static function along(PixelWindow $window, GridMapping $mapping): GridMapping
    {
        return (new self($window, $mapping))->walked();
    }

    private function walked(): GridMapping
    {
        $last = count($this->lines) - 1;
        $places = [];
        for ($row = 0; $row <= $last; $row++) {
            for ($column = 0; $column <= $last; $column++) {
                // From the nearest finder pattern.
                $places[] = [min(hypot($row, $column), hypot($row, $last - $column), hypot($last - $row, $column)), $row, $column];
            }
        }
        usort($places, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        foreach ($places as [, $row, $column]) {
            $this->shifts[$row][$column] = $this->settled($row, $column, $this->expected($row, $column));
        }
        $shifts = [];
        for ($row = 0; $row <= $last; $row++) {
            for ($column = 0; $column <= $last; $column++) {
                [$u, $v] = $this->shifts[$row][$column];
                [$right, $down] = $this->sides($this->lines[$column], $this->lines[$row]);
                $shifts[$row][] = [$u * $right[0] + $v * $down[0], $u * $right[1] + $v * $down[1]];
            }
        }

        return $this->mapping->on(new DisplacementGrid($this->lines, array_values($shifts)));
    }

    /**
     * What the places beside one suggest: the line through two goes on, and one alone is as good as nothing else.
     *
     * @return array{float, float}
     */
    private function expected(int $row, int $column): array
    {
        [$u, $v, $weight] = [0.0, 0.0, 0.0];
        foreach ([[0, 1], [0, -1], [1, 0], [-1, 0], [1, 1], [-1, -1], [1, -1], [-1, 1]] as [$down, $right]) {
            $one = $this->shifts[$row + $down][$column + $right] ?? null;
            if ($one === null) {
                continue;
            }
            $two = $this->shifts[$row + 2 * $down][$column + 2 * $right] ?? null;
            $share = ($two === null ? 1.0 : 2.0) / ($down !== 0 && $right !== 0 ? 2.0 : 1.0);
            $u += $share * ($two === null ? $one[0] : 1.7 * $one[0] - 0.7 * $two[0]);
            $v += $share * ($two === null ? $one[1] : 1.7 * $one[1] - 0.7 * $two[1]);
            $weight += $share;
        }

        return $weight > 0 ? [$u / $weight, $v / $weight] : [0.0, 0.0];
    }

    /**
     * @param  array{float, float}  $from  modules
     * @return array{float, float}
     */
    private function settled(int $row, int $column, array $from): array
    {
        [$us, $vs] = [$this->lines[$column], $this->lines[$row]];
        [$right, $down] = $this->sides($us, $vs);
        [$xs, $ys] = [[], []];
        for ($j = -self::AROUND; $j <= self::AROUND; $j++) {
            for ($i = -self::AROUND; $i <= self::AROUND; $i++) {
                [$x, $y] = $this->mapping->at($us + $i, $vs + $j);
                // Four places of each module: off its middle one of them soon lies in the next.
                foreach (self::PLACES as [$u, $v]) {
                    $xs[] = $x + $u * $right[0] + $v * $down[0];
                    $ys[] = $y + $u * $right[1] + $v * $down[1];
                }
            }
        }
        $best = $from;
        $most = $this->contrast($xs, $ys, $right, $down, $from);
        $start = $most;
        foreach ([0.22, 0.11, 0.05] as $step) {
            $middle = $best;
            for ($j = -1; $j <= 1; $j++) {
                for ($i = -1; $i <= 1; $i++) {
                    $at = [$middle[0] + $i * $step, $middle[1] + $j * $step];
                    $off = max(abs($at[0] - $from[0]), abs($at[1] - $from[1]));
                    if (($i === 0 && $j === 0) || $off > self::ASIDE) {
                        continue;
                    }
                    $contrast = $this->contrast($xs, $ys, $right, $down, $at) - self::STIFF * $off * $start;
                    if ($contrast > $most) {
                        [$most, $best] = [$contrast, $at];
                    }
                }
            }
        }

        return $best;
    }

    /**
     * How far the greys lie from their mean, one with another.
     *
     * @param  list<float>  $xs
     * @param  list<float>  $ys
     * @param  array{float, float}  $right
     * @param  array{float, float}  $down
     * @param  array{float, float}  $shift
     */
    private function contrast(array $xs, array $ys, array $right, array $down, array $shift): float
    {
        $dx = $shift[0] * $right[0] + $shift[1] * $down[0];
        $dy = $shift[0] * $right[1] + $shift[1] * $down[1];
        foreach ($xs as $i => $x) {
            $xs[$i] = $x + $dx;
            $ys[$i] += $dy;
        }
        $greys = GreySampler::greys($this->window, $xs, $ys);
        $mean = 4 * array_sum($greys) / count($greys);
        $sum = 0.0;
        for ($i = 0, $count = count($greys); $i < $count; $i += 4) {
            $sum += abs($greys[$i] + $greys[$i + 1] + $greys[$i + 2] + $greys[$i + 3] - $mean);
        }

        return $sum;
    }

    /** @return array{array{float, float}, array{float, float}} one module to the right and one down at a place, in pixels */
    private function sides(float $u, float $v): array
    {
        [$x, $y] = $this->mapping->at($u, $v);
        [$rx, $ry] = $this->mapping->at($u + 1, $v);
        [$dx, $dy] = $this->mapping->at($u, $v + 1);

        return [[$rx - $x, $ry - $y], [$dx - $x, $dy - $y]];
    }
}
