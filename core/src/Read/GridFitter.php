<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\Version;

/** Lays the module grid of a version through three finder patterns, and then by what else is known of its modules. */
final class GridFitter
{
    /** Correlation of the known modules at which there is nothing to gain by moving the grid. */
    private const WELL = 0.97;

    /** The same at which the alignment patterns lie where they should, and need not be looked for. */
    private const FLAT = 0.995;

    /** Correlation of greys and tones that makes an alignment pattern. */
    private const PATTERN = 0.55;

    private const CORNERS = [0, 1, 2, 3, 4, 5, 6, 7];

    private const ALL = [6, 7, 8, 9, 10, 11, 0, 1, 2, 3, 4, 5];

    /** The alignment pattern, 1 light and -1 dark, row by row. */
    private const ALIGNMENT = [-1, -1, -1, -1, -1, -1, 1, 1, 1, -1, -1, 1, -1, 1, -1, -1, 1, 1, 1, -1, -1, -1, -1, -1, -1];

    /**
     * The map that the patterns' own corners suggest.
     *
     * @param  ?PixelWindow  $window  in whose pixels; those of the full picture when null
     * @param  ?array{float, float}  $alignment  where the last alignment pattern was seen, in the same pixels
     */
    public static function first(?PixelWindow $window, FinderTriplet $triplet, Version $version, ?array $alignment = null, ?CylinderModel $cylinder = null): GridMapping
    {
        $n = $version->modules();
        [$from, $to, $weights] = [[], [], []];
        foreach ([[3.5, 3.5, $triplet->topLeft], [$n - 3.5, 3.5, $triplet->topRight], [3.5, $n - 3.5, $triplet->bottomLeft]] as [$u, $v, $finder]) {
            foreach ([[0, 0, 8.0], [-3.5, -3.5, 1.0], [3.5, -3.5, 1.0], [-3.5, 3.5, 1.0], [3.5, 3.5, 1.0]] as [$du, $dv, $weight]) {
                $from[] = $cylinder === null ? [$u + $du, $v + $dv] : $cylinder->flat($u + $du, $v + $dv);
                $at = $finder->at($du, $dv);
                $to[] = $window === null ? $at : $window->here(...$at);
                $weights[] = $weight;
            }
        }
        if ($alignment !== null) {
            $from[] = $cylinder === null ? [$n - 6.5, $n - 6.5] : $cylinder->flat($n - 6.5, $n - 6.5);
            $to[] = $alignment;
            $weights[] = 30.0;
        }

        return new GridMapping($n, Homography::nearest($from, $to, $weights), cylinder: $cylinder);
    }

    /** The map without any perspective: a parallelogram through the patterns' centres. */
    public static function parallel(PixelWindow $window, FinderTriplet $triplet, Version $version): GridMapping
    {
        $n = $version->modules();
        $a = $window->here($triplet->topLeft->x, $triplet->topLeft->y);
        $b = $window->here($triplet->topRight->x, $triplet->topRight->y);
        $c = $window->here($triplet->bottomLeft->x, $triplet->bottomLeft->y);

        return new GridMapping($n, Homography::fromPoints(
            [[3.5, 3.5], [$n - 3.5, 3.5], [3.5, $n - 3.5], [$n - 3.5, $n - 3.5]],
            [$a, $b, $c, [$b[0] + $c[0] - $a[0], $b[1] + $c[1] - $a[1]]],
        ));
    }

    /**
     * Correlation along the timing patterns, the cheapest thing that only a true grid gets right.
     *
     * @param  ?bool  $down  the one along the column; the one along the row when false, the better one when null
     * @return float -1 to 1
     */
    public static function timing(GreyPlane $plane, GridMapping $mapping, ?bool $down = null): float
    {
        $n = $mapping->modules;
        $best = -1.0;
        foreach ($down === null ? [true, false] : [! $down] as $across) {
            [$along, $tones] = [[], []];
            for ($i = 7; $i <= $n - 8; $i++) {
                $along[] = $i + 0.5;
                $tones[] = $i % 2 === 0 ? -1 : 1;
            }
            $aside = array_fill(0, count($along), 6.5);
            [$xs, $ys] = $across ? $mapping->places($along, $aside) : $mapping->places($aside, $along);
            $best = max($best, Correlation::of(GreySampler::nearest($plane, $xs, $ys), $tones, Correlation::FLAT));
        }

        return $best;
    }

    /** @return array{GridMapping, float} the grid, and the correlation of the modules that are known */
    public static function fit(PixelWindow $window, FinderTriplet $triplet, Version $version, float $modulePx, ?CylinderModel $cylinder = null): array
    {
        $mapping = self::first($window, $triplet, $version, null, $cylinder);
        $n = $version->modules();
        $isSeen = false;
        if ($version->number >= 2) {
            // The farther the corner from the three patterns, the less they say about it.
            $found = self::pattern($window, $mapping, $n - 6.5, $n - 6.5, 1.2 + 0.07 * $n, 0.5);
            if ($found !== null) {
                $mapping = self::first($window, $triplet, $version, $found, $cylinder);
                $isSeen = true;
            }
        }
        $marks = Landmarks::of($version);
        $tuner = new GridRefiner($window, $mapping, $marks->us, $marks->vs);
        $fit = $tuner->correlation($marks->tones);
        if ($fit < self::WELL) {
            [$mapping, $fit] = $tuner
                ->toTones($marks->tones, [...($triplet->isGuessed() ? [1.2 * $modulePx, 0.7 * $modulePx] : []), 0.4 * $modulePx, 0.2 * $modulePx, 0.1 * $modulePx], $cylinder === null && ($isSeen || $version->number === 1) ? self::CORNERS : self::ALL);
        }

        return [$version->number >= 7 && $fit < self::FLAT ? self::onLattice($window, $mapping, $version) : $mapping, $fit];
    }

    /** The grid moved and bent so that every module stands out most. */
    public static function sharpest(PixelWindow $window, GridMapping $mapping, SoftMatrix $soft, float $modulePx): GridMapping
    {
        [$us, $vs, $thresholds] = [[], [], []];
        [$all] = $soft->thresholds();
        $n = $mapping->modules;
        // Of a large symbol every second or third module tells as much.
        $step = $n > 80 ? 3 : ($n > 45 ? 2 : 1);
        for ($row = 0; $row < $n; $row++) {
            for ($column = $row % $step; $column < $n; $column += $step) {
                $us[] = $column + 0.5;
                $vs[] = $row + 0.5;
                $thresholds[] = $all[$row * $n + $column];
            }
        }

        return (new GridRefiner($window, $mapping, $us, $vs))->toContrast($thresholds, [0.5 * $modulePx, 0.25 * $modulePx, 0.12 * $modulePx], self::ALL);
    }

    /**
     * The grid moved so that the modules have the greys they should.
     *
     * @param  list<float>  $greys  of all modules, row by row
     */
    public static function toGreys(PixelWindow $window, GridMapping $mapping, array $greys, float $modulePx): GridMapping
    {
        [$us, $vs] = [[], []];
        for ($row = 0; $row < $mapping->modules; $row++) {
            for ($column = 0; $column < $mapping->modules; $column++) {
                $us[] = $column + 0.5;
                $vs[] = $row + 0.5;
            }
        }

        return (new GridRefiner($window, $mapping, $us, $vs))->toGreys($greys, [0.4 * $modulePx, 0.2 * $modulePx, 0.1 * $modulePx], self::CORNERS);
    }

    /**
     * Where an alignment pattern stands.
     *
     * @param  float  $reach  modules around the expected place that are looked at
     * @param  float  $step  modules
     * @return ?array{float, float} pixels of the window
     */
    private static function pattern(PixelWindow $window, GridMapping $mapping, float $u, float $v, float $reach, float $step): ?array
    {
        [$xs, $ys] = [[], []];
        for ($i = 0; $i < 25; $i++) {
            [$xs[], $ys[]] = $mapping->at($u + $i % 5 - 2, $v + intdiv($i, 5) - 2);
        }
        $across = [($xs[14] - $xs[10]) / 4, ($ys[14] - $ys[10]) / 4];
        $down = [($xs[22] - $xs[2]) / 4, ($ys[22] - $ys[2]) / 4];
        $best = self::PATTERN;
        $place = null;
        $count = (int) ceil($reach / $step);
        for ($j = -$count; $j <= $count; $j++) {
            for ($i = -$count; $i <= $count; $i++) {
                $fit = self::at($window, $xs, $ys, $across, $down, $i * $step, $j * $step) - 0.01 * (abs($i) + abs($j)) * $step;
                if ($fit > $best) {
                    [$best, $place] = [$fit, [$i * $step, $j * $step]];
                }
            }
        }
        if ($place === null) {
            return null;
        }
        for ($fine = $step / 2; $fine > 0.1; $fine /= 2) {
            foreach ([[1, 0], [-1, 0], [0, 1], [0, -1]] as [$i, $j]) {
                $fit = self::at($window, $xs, $ys, $across, $down, $place[0] + $i * $fine, $place[1] + $j * $fine);
                if ($fit > $best) {
                    [$best, $place] = [$fit, [$place[0] + $i * $fine, $place[1] + $j * $fine]];
                }
            }
        }

        return [$xs[12] + $place[0] * $across[0] + $place[1] * $down[0], $ys[12] + $place[0] * $across[1] + $place[1] * $down[1]];
    }

    /**
     * @param  array<int, float>  $xs
     * @param  array<int, float>  $ys
     * @param  array{float, float}  $across
     * @param  array{float, float}  $down
     */
    private static function at(PixelWindow $window, array $xs, array $ys, array $across, array $down, float $i, float $j): float
    {
        $dx = $i * $across[0] + $j * $down[0];
        $dy = $i * $across[1] + $j * $down[1];
        foreach ($xs as $k => $x) {
            $xs[$k] = $x + $dx;
            $ys[$k] += $dy;
        }

        return Correlation::of(GreySampler::greys($window, $xs, $ys), self::ALIGNMENT, Correlation::FLAT);
    }

    /** Alignment patterns where they are seen, and the shift of their neighbours where not. */
    private static function onLattice(PixelWindow $window, GridMapping $mapping, Version $version): GridMapping
    {
        $coordinates = $version->alignmentCoordinates();
        $last = count($coordinates) - 1;
        $shifts = [];
        foreach ($coordinates as $i => $row) {
            foreach ($coordinates as $j => $column) {
                if (($i === 0 && ($j === 0 || $j === $last)) || ($i === $last && $j === 0)) {
                    $shifts[$i][$j] = [0.0, 0.0];

                    continue;
                }
                // Neighbours further in have been looked at already.
                $before = array_values(array_filter([$shifts[$i - 1][$j] ?? null, $shifts[$i][$j - 1] ?? null]));
                $guess = $before === [] ? [0.0, 0.0] : [array_sum(array_column($before, 0)) / count($before), array_sum(array_column($before, 1)) / count($before)];
                $moved = $mapping->on(new DisplacementGrid([0.0, 1.0], [[$guess, $guess], [$guess, $guess]]));
                $found = self::pattern($window, $moved, $column + 0.5, $row + 0.5, 1.5, 0.5);
                $plain = $mapping->at($column + 0.5, $row + 0.5);
                $shifts[$i][$j] = $found === null ? $guess : [$found[0] - $plain[0], $found[1] - $plain[1]];
            }
        }

        return $mapping->on(new DisplacementGrid(
            array_map(static fn (int $line): float => $line + 0.5, array_values($coordinates)),
            array_map(array_values(...), array_values($shifts)),
        ));
    }
}
