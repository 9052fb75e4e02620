<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function array_fill;
use function array_intersect_key;
use function array_keys;
use function count;
use function intdiv;
use function max;
use function sqrt;

/**
 * A grid moved to where modules have the greys that they should have: one step by the slopes of the picture (Gauss and Newton). It
 * is for blurred pictures, whose slopes are even over a module: there it finds hundredths of one, where trying places finds tenths.
 */
final class GridStep
{
    /** Half the way, in modules, over which the picture's slope is taken. */
    private const HALF = 0.25;

    /** Modules that a corner may be moved at once: further off the slopes are others. */
    private const FARTHEST = 0.4;

    /** How far beyond the place that the slopes have it a corner is moved, where tones that were found on the grid as it lay hide the most of what it lies off. */
    public const BEYOND = 2.5;

    /** Weight of the wish to stay, of the slopes in all: keeps a corner where nothing tells where it lies. */
    private const STAY = 0.001;

    /**
     * @param  array<int, float>  $greys  as `GreySampler::averaged` takes them, by place row by row
     * @param  array<int, float>  $wanted  the greys that modules should have, by place: those that count
     * @param  float  $beyond  how far they are moved, of the way that the slopes have it
     * @param  int  $corners  corners that may move, of top left, top right, bottom left and bottom right
     */
    public static function towards(PixelWindow $window, GridMapping $mapping, array $greys, array $wanted, float $beyond = 1.0, int $corners = 4): GridMapping
    {
        $n = $mapping->modules;
        [$xs, $ys] = $mapping->middles();
        $last = $n * ($n - 1);
        $across = [($xs[$n - 1] - $xs[0]) / ($n - 1), ($ys[$n - 1] - $ys[0]) / ($n - 1)];
        $down = [($xs[$last] - $xs[0]) / ($n - 1), ($ys[$last] - $ys[0]) / ($n - 1)];
        $area = $across[0] * $down[1] - $down[0] * $across[1];
        $side = sqrt(abs($area));
        if ($side < 1e-6) {
            return $mapping;
        }
        [$xs, $ys] = [array_intersect_key($xs, $wanted), array_intersect_key($ys, $wanted)];
        [$rightward, $downward] = [self::slopes($window, $xs, $ys, $across), self::slopes($window, $xs, $ys, $down)];
        $moves = 2 * $corners;
        // The light may be another than was thought: its scale, its height and its slopes are fitted with the corners.
        $unknowns = $moves + 4;
        $normal = array_fill(0, $unknowns, array_fill(0, $unknowns + 1, 0.0));
        foreach ($wanted as $i => $grey) {
            [$s, $t] = [($i % $n + 0.5) / $n, (intdiv($i, $n) + 0.5) / $n];
            // From slopes along the grid to slopes along the picture.
            $byX = ($down[1] * $rightward[$i] - $across[1] * $downward[$i]) / $area;
            $byY = ($across[0] * $downward[$i] - $down[0] * $rightward[$i]) / $area;
            $row = [];
            for ($corner = 0; $corner < $corners; $corner++) {
                $share = ($corner % 2 === 0 ? 1 - $s : $s) * ($corner < 2 ? 1 - $t : $t);
                $row[] = $share * $byX;
                $row[] = $share * $byY;
            }
            array_push($row, $grey / 64, 1.0, $s, $t, $grey - $greys[$i]);
            for ($k = 0; $k < $unknowns; $k++) {
                if ($row[$k] !== 0.0) {
                    for ($m = $k; $m <= $unknowns; $m++) {
                        $normal[$k][$m] += $row[$k] * $row[$m];
                    }
                }
            }
        }
        $stay = 0.0;
        for ($k = 0; $k < $moves; $k++) {
            $stay += self::STAY * $normal[$k][$k] / $moves;
        }
        for ($k = 0; $k < $unknowns; $k++) {
            for ($m = 0; $m < $k; $m++) {
                $normal[$k][$m] = $normal[$m][$k];
            }
            $normal[$k][$k] += $k < $moves ? $stay : 1e-9;
        }
        $solved = Equations::solve($normal);
        $places = [];
        foreach ([[0, 0], [$n, 0], [0, $n], [$n, $n]] as $corner => [$u, $v]) {
            [$x, $y] = $mapping->at($u, $v);
            if ($corner < $corners) {
                [$dx, $dy] = [$solved[2 * $corner], $solved[2 * $corner + 1]];
                $held = min($beyond, self::FARTHEST * $side / max(1e-9, sqrt($dx * $dx + $dy * $dy)));
                [$x, $y] = [$x + $held * $dx, $y + $held * $dy];
            }
            $places[] = [$x, $y];
        }

        return count($wanted) < 2 * $unknowns ? $mapping : GridMapping::between($n, $places);
    }

    /**
     * What a grey changes by on the way of one module.
     *
     * @param  array<int, float>  $xs
     * @param  array<int, float>  $ys
     * @param  array{float, float}  $way  pixels a module
     * @return array<int, float> by place
     */
    private static function slopes(PixelWindow $window, array $xs, array $ys, array $way): array
    {
        $which = array_keys($xs);
        $slopes = [];
        foreach ([-self::HALF, self::HALF] as $far) {
            [$ax, $ay] = [[], []];
            foreach ($xs as $k => $x) {
                $ax[] = $x + $far * $way[0];
                $ay[] = $ys[$k] + $far * $way[1];
            }
            foreach (GreySampler::greys($window, $ax, $ay) as $i => $grey) {
                $k = $which[$i];
                $slopes[$k] = $far < 0 ? $grey : ($grey - ($slopes[$k] ?? 0.0)) / (2 * self::HALF);
            }
        }

        return $slopes;
    }
}
