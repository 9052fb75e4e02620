<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function array_fill_keys;
use function array_keys;
use function array_map;
use function array_values;
use function intdiv;
use function max;
use function min;
use function ord;

/** Greys at places between pixels. */
final class GreySampler
{
    /** Pixels a module from which on the middle alone says less than the mean of five places. */
    private const COARSE = 2.4;

    /** Pixels a module from which on whole pixels are near enough to those places. */
    private const FINE = 3.6;

    /** Modules from the middle of a module to the other four, along both sides. */
    private const SPREAD = 0.22;

    /** Side of the square, in modules, over which the grey of a module is taken where every grey counts, and places along it. */
    public const AVERAGED = 0.72;

    private const PLACES = 4;

    /**
     * The grey of every module as the mean over a square at its middle, in proportion between pixels: for what is to be seen through
     * a blur, where neighbours differ by less than a whole pixel's place makes of a slope.
     */
    public static function averaged(PixelWindow $window, GridMapping $mapping): SoftMatrix
    {
        return new SoftMatrix($mapping->modules, array_values(self::averagedOf($window, $mapping, array_keys($mapping->middles()[0]))));
    }

    /**
     * The same of some modules alone.
     *
     * @param  list<int>  $which  their places, row by row
     * @return array<int, float> by place
     */
    public static function averagedOf(PixelWindow $window, GridMapping $mapping, array $which): array
    {
        [$xs, $ys] = $mapping->middles();
        $n = $mapping->modules;
        $last = $n * ($n - 1);
        $across = [($xs[$n - 1] - $xs[0]) / ($n - 1), ($ys[$n - 1] - $ys[0]) / ($n - 1)];
        $down = [($xs[$last] - $xs[0]) / ($n - 1), ($ys[$last] - $ys[0]) / ($n - 1)];
        $sums = array_fill_keys($which, 0.0);
        for ($place = 0; $place < self::PLACES ** 2; $place++) {
            $s = self::AVERAGED * (($place % self::PLACES + 0.5) / self::PLACES - 0.5);
            $t = self::AVERAGED * ((intdiv($place, self::PLACES) + 0.5) / self::PLACES - 0.5);
            [$dx, $dy] = [$s * $across[0] + $t * $down[0], $s * $across[1] + $t * $down[1]];
            [$ax, $ay] = [[], []];
            foreach ($which as $k) {
                $ax[] = $xs[$k] + $dx;
                $ay[] = $ys[$k] + $dy;
            }
            foreach (self::greys($window, $ax, $ay) as $i => $grey) {
                $sums[$which[$i]] += $grey;
            }
        }

        return array_map(static fn (float $sum): float => $sum / self::PLACES ** 2, $sums);
    }

    /** The grey of every module. */
    public static function sample(PixelWindow $window, GridMapping $mapping): SoftMatrix
    {
        [$xs, $ys] = $mapping->middles();
        $n = $mapping->modules;
        $last = $n * ($n - 1);
        $across = [($xs[$n - 1] - $xs[0]) / ($n - 1), ($ys[$n - 1] - $ys[0]) / ($n - 1)];
        $down = [($xs[$last] - $xs[0]) / ($n - 1), ($ys[$last] - $ys[0]) / ($n - 1)];
        $side = sqrt(abs($across[0] * $down[1] - $across[1] * $down[0]));
        if ($side >= self::FINE) {
            return new SoftMatrix($n, self::means($window, $xs, $ys, $across, $down));
        }
        $greys = self::greys($window, $xs, $ys);
        if ($side >= self::COARSE) {
            foreach ([[1, 1], [1, -1], [-1, 1], [-1, -1]] as [$i, $j]) {
                $dx = self::SPREAD * ($i * $across[0] + $j * $down[0]);
                $dy = self::SPREAD * ($i * $across[1] + $j * $down[1]);
                [$ax, $ay] = [[], []];
                foreach ($xs as $k => $x) {
                    $ax[] = $x + $dx;
                    $ay[] = $ys[$k] + $dy;
                }
                foreach (self::greys($window, $ax, $ay) as $k => $grey) {
                    $greys[$k] += $grey;
                }
            }
            foreach ($greys as $k => $grey) {
                $greys[$k] = $grey / 5;
            }
        }

        return new SoftMatrix($n, array_values($greys));
    }

    /**
     * Means of five pixels: the one at a place, and four around it on the diagonals of a module.
     *
     * @param  array<int, float>  $xs  pixels of the window
     * @param  array<int, float>  $ys
     * @param  array{float, float}  $across  one module to the right, pixels
     * @param  array{float, float}  $down  one module down
     * @return list<float>
     *
     * @throws TimeIsUp
     */
    private static function means(PixelWindow $window, array $xs, array $ys, array $across, array $down): array
    {
        $window->budget?->insist();
        $eights = $window->eights;
        $width = $window->width;
        [$right, $bottom] = [$width - 1.0, $window->height - 1.0];
        [$ax, $ay] = [self::SPREAD * ($across[0] + $down[0]), self::SPREAD * ($across[1] + $down[1])];
        [$bx, $by] = [self::SPREAD * ($across[0] - $down[0]), self::SPREAD * ($across[1] - $down[1])];
        $reachX = max(abs($ax), abs($bx));
        $reachY = max(abs($ay), abs($by));
        $greys = [];
        foreach ($xs as $i => $x) {
            $y = $ys[$i];
            // Held so far from the window's edge that all five lie in it.
            $x = $x < $reachX ? $reachX : ($x > $right - $reachX ? $right - $reachX : $x);
            $y = $y < $reachY ? $reachY : ($y > $bottom - $reachY ? $bottom - $reachY : $y);
            $at = (int) $y * $width + (int) $x;
            $sum = ($eights[($at >> 3) + 1] >> (($at & 7) << 3)) & 127;
            $at = (int) ($y + $ay) * $width + (int) ($x + $ax);
            $sum += ($eights[($at >> 3) + 1] >> (($at & 7) << 3)) & 127;
            $at = (int) ($y - $ay) * $width + (int) ($x - $ax);
            $sum += ($eights[($at >> 3) + 1] >> (($at & 7) << 3)) & 127;
            $at = (int) ($y + $by) * $width + (int) ($x + $bx);
            $sum += ($eights[($at >> 3) + 1] >> (($at & 7) << 3)) & 127;
            $at = (int) ($y - $by) * $width + (int) ($x - $bx);
            $sum += ($eights[($at >> 3) + 1] >> (($at & 7) << 3)) & 127;
            $greys[] = $sum / 5;
        }

        return $greys;
    }

    /**
     * The nearest pixel of a whole plane, without taking a window out of it.
     *
     * @param  list<float>  $xs  pixels of the full picture
     * @param  list<float>  $ys
     * @return list<float>
     */
    public static function nearest(GreyPlane $plane, array $xs, array $ys): array
    {
        $greys = [];
        foreach ($xs as $i => $x) {
            $column = max(0, min($plane->width - 1, (int) ($x / $plane->scale)));
            $row = max(0, min($plane->height - 1, (int) ($ys[$i] / $plane->scale)));
            $greys[] = (float) ord($plane->pixels[$row * $plane->width + $column]);
        }

        return $greys;
    }

    /**
     * @param  array<int, float>  $xs  pixels of the window, 0.5 the middle of the first
     * @param  array<int, float>  $ys
     * @return list<float> in proportion between the four pixels around each place; beyond the window its edge goes on
     *
     * @throws TimeIsUp when the window may be looked at no longer
     */
    public static function greys(PixelWindow $window, array $xs, array $ys): array
    {
        $window->budget?->insist();
        $eights = $window->eights;
        $width = $window->width;
        $line = $width >> 3;
        $right = $width - 1.001;
        $bottom = $window->height - 1.001;
        $greys = [];
        foreach ($xs as $i => $x) {
            $x -= 0.5;
            $y = $ys[$i] - 0.5;
            if ($x < 0.0) {
                $x = 0.0;
            } elseif ($x > $right) {
                $x = $right;
            }
            if ($y < 0.0) {
                $y = 0.0;
            } elseif ($y > $bottom) {
                $y = $bottom;
            }
            $column = (int) $x;
            $row = (int) $y;
            $s = $x - $column;
            $t = $y - $row;
            $at = $row * $line + ($column >> 3) + 1;
            $shift = ($column & 7) << 3;
            $a = $eights[$at];
            $b = $eights[$at + $line];
            if ($shift === 56) {
                $c = $eights[$at + 1] & 127;
                $d = $eights[$at + 1 + $line] & 127;
            } else {
                $c = ($a >> ($shift + 8)) & 127;
                $d = ($b >> ($shift + 8)) & 127;
            }
            $a = ($a >> $shift) & 127;
            $b = ($b >> $shift) & 127;
            $top = $a + $s * ($c - $a);
            $greys[] = $top + $t * ($b + $s * ($d - $b) - $top);
        }

        return $greys;
    }
}
