<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function max;
use function min;
use function ord;

/** Greys at places between pixels. */
final class GreySampler
{
    /** Pixels a module from which on the middle alone says less than the mean of five places. */
    private const COARSE = 2.4;

    /** The grey of every module. */
    public static function sample(PixelWindow $window, GridMapping $mapping): SoftMatrix
    {
        [$xs, $ys] = $mapping->middles();
        $n = $mapping->modules;
        $greys = self::greys($window, $xs, $ys);
        $side = sqrt(abs(
            ($xs[$n - 1] - $xs[0]) * ($ys[$n * ($n - 1)] - $ys[0]) - ($ys[$n - 1] - $ys[0]) * ($xs[$n * ($n - 1)] - $xs[0])
        )) / ($n - 1);
        if ($side >= self::COARSE) {
            $across = [0.22 * ($xs[$n - 1] - $xs[0]) / ($n - 1), 0.22 * ($ys[$n - 1] - $ys[0]) / ($n - 1)];
            $down = [0.22 * ($xs[$n * ($n - 1)] - $xs[0]) / ($n - 1), 0.22 * ($ys[$n * ($n - 1)] - $ys[0]) / ($n - 1)];
            foreach ([[1, 1], [1, -1], [-1, 1], [-1, -1]] as [$i, $j]) {
                [$dx, $dy] = [$i * $across[0] + $j * $down[0], $i * $across[1] + $j * $down[1]];
                $ax = [];
                $ay = [];
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
     */
    public static function greys(PixelWindow $window, array $xs, array $ys): array
    {
        $pixels = $window->greys;
        $width = $window->width;
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
            $at = $row * $width + $column + 1;
            $top = $pixels[$at] + $s * ($pixels[$at + 1] - $pixels[$at]);
            $at += $width;
            $greys[] = $top + $t * ($pixels[$at] + $s * ($pixels[$at + 1] - $pixels[$at]) - $top);
        }

        return $greys;
    }
}
