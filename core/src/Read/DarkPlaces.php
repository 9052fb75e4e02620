<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function array_slice;
use function array_sum;
use function count;
use function max;
use function ord;
use function round;
use function sqrt;
use function usort;

/**
 * Places where the middle of a blurred finder pattern may be: the darkest of what lies around, and roughly as a pattern
 * blurred by a disc has it, by whole pixels and every other module.
 */
final class DarkPlaces
{
    /** Greys, of 127, by which the middle must be darker than the lightest pixel four away. */
    private const CONTRAST = 9;

    /** Darkest places looked at, those with most contrast first. Tuned on the bench: a version 6 has some 200. */
    private const PLACES = 360;

    /** Pixels a module; a pattern half way between two still correlates with both. */
    private const SIZES = [1.6, 2.1, 2.8];

    /** Degrees; a quarter turn leaves the pattern as it is. */
    private const TURNS = [0, 45];

    /** Correlation from which a place is worth a closer look: of the true ones that were measured none had less, moved by three modules or not. */
    private const LIKELY = 0.33;

    /** Mean square difference of greys, below which there is nothing to compare. */
    private const FLAT = 9.0;

    /**
     * @return list<array{float, float, float}> place and pixels a module, the likeliest first
     */
    public static function of(GreyPlane $plane): array
    {
        $likely = [];
        $places = self::darkest($plane);
        $best = [];
        foreach (self::SIZES as $size) {
            foreach (self::TURNS as $turn) {
                [$offsets, $reach] = self::offsets($size, (float) $turn, $plane->width);
                foreach (self::templates() as $template) {
                    foreach ($places as $i => [$x, $y]) {
                        if ($x < $reach || $y < $reach || $x >= $plane->width - $reach || $y >= $plane->height - $reach) {
                            continue;
                        }
                        $fit = self::fit($plane->pixels, $y * $plane->width + $x, $offsets, $template);
                        if ($fit > ($best[$i][0] ?? self::LIKELY)) {
                            $best[$i] = [$fit, $size];
                        }
                    }
                }
            }
        }
        foreach ($best as $i => [$fit, $size]) {
            $likely[] = [$fit, $places[$i][0] + 0.5, $places[$i][1] + 0.5, $size];
        }
        usort($likely, static fn (array $a, array $b): int => $b[0] <=> $a[0]);

        return array_map(static fn (array $one): array => [$one[1], $one[2], $one[3]], $likely);
    }

    /**
     * Correlation of a template with the pixels around one.
     *
     * @param  string  $pixels  the plane's greys
     * @param  array<int, int>  $offsets
     * @param  array<int, float>  $template
     */
    private static function fit(string $pixels, int $at, array $offsets, array $template): float
    {
        [$sum, $squares, $product] = [0, 0, 0.0];
        foreach ($offsets as $k => $offset) {
            $grey = ord($pixels[$at + $offset]);
            $sum += $grey;
            $squares += $grey * $grey;
            $product += $template[$k] * $grey;
        }
        $spread = $squares - $sum * $sum / count($offsets);

        return $spread < count($offsets) * self::FLAT ? -1.0 : $product / sqrt($spread);
    }

    /**
     * Where every other module of a pattern lies from its middle.
     *
     * @return array{array<int, int>, int} in pixels, by place in the template; and how far off the farthest lies
     */
    private static function offsets(float $size, float $turn, int $width): array
    {
        [$c, $s] = [$size * cos(deg2rad($turn)), $size * sin(deg2rad($turn))];
        $offsets = [];
        for ($k = 0; $k < FinderTemplates::SIDE ** 2; $k += 2) {
            [$u, $v] = [$k % FinderTemplates::SIDE - FinderTemplates::REACH, intdiv($k, FinderTemplates::SIDE) - FinderTemplates::REACH];
            $offsets[$k] = (int) round($u * $s + $v * $c) * $width + (int) round($u * $c - $v * $s);
        }

        return [$offsets, 1 + (int) ceil(FinderTemplates::REACH * (abs($c) + abs($s)))];
    }

    /** @return list<array<int, float>> those blurred by discs, at every other module: of mean nought and length one */
    private static function templates(): array
    {
        return array_map(static function (array $template): array {
            $some = array_filter($template, static fn (int $k): bool => $k % 2 === 0, ARRAY_FILTER_USE_KEY);
            $mean = array_sum($some) / count($some);
            $length = sqrt(array_sum(array_map(static fn (float $weight): float => ($weight - $mean) ** 2, $some)));

            return array_map(static fn (float $weight): float => ($weight - $mean) / $length, $some);
        }, array_slice(FinderTemplates::all(), 0, FinderTemplates::DISCS));
    }

    /**
     * The darkest of all pixels within two, with the noise of single ones taken off.
     *
     * @return list<array{int, int}> those with most contrast first
     */
    private static function darkest(GreyPlane $plane): array
    {
        [$w, $h, $p] = [$plane->width, $plane->height, $plane->pixels];
        // Sums of three by three; a row of them wherever one is whole.
        $sums = array_fill(0, $w, 0);
        $columns = [];
        for ($x = 0; $x < $w; $x++) {
            $columns[] = ord($p[$x]) + ord($p[$w + $x]) + ord($p[2 * $w + $x]);
        }
        for ($y = 1; $y < $h - 1; $y++) {
            $sums[] = 0;
            [$before, $here] = [$columns[0], $columns[1]];
            for ($x = 1; $x < $w - 1; $x++) {
                $after = $columns[$x + 1];
                $sums[] = $before + $here + $after;
                $before = $here;
                $here = $after;
            }
            $sums[] = 0;
            if ($y < $h - 2) {
                for ($x = 0, $gone = ($y - 1) * $w, $come = ($y + 2) * $w; $x < $w; $x++, $gone++, $come++) {
                    $columns[$x] += ord($p[$come]) - ord($p[$gone]);
                }
            }
        }
        $least = 9 * self::CONTRAST;
        $found = [];
        for ($y = 6; $y < $h - 6; $y++) {
            $i = $y * $w + 6;
            for ($x = 6; $x < $w - 6; $x++, $i++) {
                $v = $sums[$i];
                if ($v > $sums[$i - 1] || $v >= $sums[$i + 1] || $v > $sums[$i - $w] || $v >= $sums[$i + $w]
                    || $v > $sums[$i - $w - 1] || $v > $sums[$i - $w + 1] || $v >= $sums[$i + $w - 1] || $v >= $sums[$i + $w + 1]
                    || $v > $sums[$i - 2] || $v > $sums[$i + 2] || $v > $sums[$i - 2 * $w] || $v > $sums[$i + 2 * $w]) {
                    continue;
                }
                $lightest = max($sums[$i - 4], $sums[$i + 4], $sums[$i - 4 * $w], $sums[$i + 4 * $w], $sums[$i - 3 * $w - 3], $sums[$i + 3 * $w + 3], $sums[$i - 3 * $w + 3], $sums[$i + 3 * $w - 3]);
                if ($lightest - $v >= $least) {
                    $found[] = [$lightest - $v, $x, $y];
                }
            }
        }
        if (count($found) > self::PLACES) {
            usort($found, static fn (array $a, array $b): int => $b[0] <=> $a[0]);
            $found = array_slice($found, 0, self::PLACES);
        }

        return array_map(static fn (array $place): array => [$place[1], $place[2]], $found);
    }
}
