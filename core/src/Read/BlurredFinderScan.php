<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function array_slice;
use function count;
use function hypot;
use function max;
use function sqrt;
use function unpack;
use function usort;

/**
 * Finder patterns whose rings a blur has run together. Their middles are the darkest of what lies around, however they are
 * blurred; there the picture is compared with patterns that were blurred in several ways, at every turn and in every size
 * that the plane shows well: modules of 1.5 to 3 pixels.
 */
final class BlurredFinderScan
{
    /** Pixels a module; a pattern half way between two still correlates with both. */
    private const SIZES = [1.6, 2.1, 2.8];

    /** Degrees; a quarter turn leaves the pattern as it is. */
    private const TURNS = [0, 45];

    /** The same where a place is looked at closely. */
    private const SIZES_CLOSELY = [1.5, 1.8, 2.15, 2.55, 3.05];

    private const TURNS_CLOSELY = [0, 15, 30, 45, 60, 75];

    /** Greys, of 127, by which the middle must be darker than the lightest pixel four away. */
    private const CONTRAST = 9;

    /** Darkest places looked at, those with most contrast first. Tuned on the bench: a version 6 has some 200. */
    private const PLACES = 360;

    /** Correlation from which a place is looked at closely, and from which it is a pattern: measured, true ones have 0.85 and more. */
    private const LIKELY = 0.4;

    private const NEAR = 0.5;

    private const PATTERN = 0.8;

    /** Places that are looked at closely. */
    private const CLOSELY = 40;

    /** Mean square difference of greys, below which there is nothing to compare. */
    private const FLAT = 9.0;

    /** @var array<int, int> */
    private readonly array $greys;

    private function __construct(private readonly GreyPlane $plane)
    {
        /** @var array<int, int> $greys */
        $greys = unpack('C*', $plane->pixels) ?: [];
        $this->greys = $greys;
    }

    /**
     * @return list<Finder> in pixels of the full picture, the likeliest first; how far they lie askew is not told
     */
    public static function find(GreyPlane $plane, ReadBudget $budget): array
    {
        return (new self($plane))->patterns($budget);
    }

    /** @return list<Finder> */
    private function patterns(ReadBudget $budget): array
    {
        $discs = array_slice(FinderTemplates::all(), 0, FinderTemplates::DISCS);
        $few = array_slice(FinderTemplates::all(), 0, FinderTemplates::FEW);
        $likely = [];
        foreach ($this->places() as $i => [$x, $y]) {
            if (($i & 31) === 31 && $budget->isSpent()) {
                return [];
            }
            $seen = $this->best($x, $y, self::SIZES, self::TURNS, $discs);
            if ($seen['fit'] >= self::LIKELY) {
                $likely[] = $seen;
            }
        }
        usort($likely, static fn (array $a, array $b): int => $b['fit'] <=> $a['fit']);
        $finders = [];
        foreach (array_slice($likely, 0, self::CLOSELY) as $seen) {
            $seen = $this->best($seen['x'], $seen['y'], self::SIZES_CLOSELY, self::TURNS_CLOSELY, $few);
            if ($seen['fit'] < self::NEAR) {
                continue;
            }
            // The darkest place may lie half a module off the middle, where another blur fits better: there it is chosen anew.
            $seen = $this->refined($this->chosen($seen));
            $closest = $this->refined($this->chosen($seen));
            $finder = $closest['fit'] >= self::PATTERN ? $this->finder($closest) : null;
            if ($finder !== null && ! self::isAmong($finder, $finders)) {
                $finders[] = $finder;
            }
        }
        usort($finders, static fn (Finder $a, Finder $b): int => $b->clear <=> $a->clear);

        return $finders;
    }

    /**
     * The darkest of all pixels within two, with the noise of single ones taken off.
     *
     * @return list<array{float, float}> those with most contrast first
     */
    private function places(): array
    {
        [$w, $h, $p] = [$this->plane->width, $this->plane->height, $this->greys];
        // Sums of three by three.
        $sums = $p;
        for ($y = 1; $y < $h - 1; $y++) {
            $at = $y * $w + 2;
            $before = $p[$at - 1 - $w] + $p[$at - 1] + $p[$at - 1 + $w];
            $here = $p[$at - $w] + $p[$at] + $p[$at + $w];
            for ($x = 1; $x < $w - 1; $x++, $at++) {
                $after = $p[$at + 1 - $w] + $p[$at + 1] + $p[$at + 1 + $w];
                $sums[$at] = $before + $here + $after;
                $before = $here;
                $here = $after;
            }
        }
        $least = 9 * self::CONTRAST;
        $found = [];
        for ($y = 6; $y < $h - 6; $y++) {
            $i = $y * $w + 7;
            for ($x = 6; $x < $w - 6; $x++, $i++) {
                $v = $sums[$i];
                if ($v > $sums[$i - 1] || $v >= $sums[$i + 1] || $v > $sums[$i - $w] || $v >= $sums[$i + $w]
                    || $v > $sums[$i - $w - 1] || $v > $sums[$i - $w + 1] || $v >= $sums[$i + $w - 1] || $v >= $sums[$i + $w + 1]
                    || $v > $sums[$i - 2] || $v > $sums[$i + 2] || $v > $sums[$i - 2 * $w] || $v > $sums[$i + 2 * $w]) {
                    continue;
                }
                $lightest = max($sums[$i - 4], $sums[$i + 4], $sums[$i - 4 * $w], $sums[$i + 4 * $w], $sums[$i - 3 * $w - 3], $sums[$i + 3 * $w + 3], $sums[$i - 3 * $w + 3], $sums[$i + 3 * $w - 3]);
                if ($lightest - $v >= $least) {
                    $found[] = [$lightest - $v, $x + 0.5, $y + 0.5];
                }
            }
        }
        if (count($found) > self::PLACES) {
            usort($found, static fn (array $a, array $b): int => $b[0] <=> $a[0]);
            $found = array_slice($found, 0, self::PLACES);
        }

        return array_map(static fn (array $place): array => [$place[1], $place[2]], $found);
    }

    /**
     * The size, turn and blur that fit a place best.
     *
     * @param  float  $x  pixels of the plane, 0.5 the middle of the first
     * @param  list<float>  $sizes  pixels a module
     * @param  list<int|float>  $turns  degrees
     * @param  array<int, list<float>>  $templates
     * @return array{fit: float, x: float, y: float, size: float, turn: float, template: int}
     */
    private function best(float $x, float $y, array $sizes, array $turns, array $templates): array
    {
        [$w, $h, $p] = [$this->plane->width, $this->plane->height, $this->greys];
        $best = ['fit' => -1.0, 'x' => $x, 'y' => $y, 'size' => 0.0, 'turn' => 0.0, 'template' => 0];
        [$cx, $cy] = [$x - 0.5, $y - 0.5];
        $reach = FinderTemplates::REACH;
        $count = FinderTemplates::SIDE ** 2;
        foreach ($sizes as $size) {
            foreach ($turns as $turn) {
                $c = $size * cos(deg2rad($turn));
                $s = $size * sin(deg2rad($turn));
                $far = $reach * (abs($c) + abs($s)) + 1.0;
                if ($cx < $far || $cy < $far || $cx >= $w - 1 - $far || $cy >= $h - 1 - $far) {
                    continue;
                }
                $greys = [];
                $sum = 0.0;
                $squares = 0.0;
                for ($v = -$reach; $v <= $reach; $v++) {
                    $px = $cx - $reach * $c - $v * $s;
                    $py = $cy - $reach * $s + $v * $c;
                    for ($u = -$reach; $u <= $reach; $u++) {
                        $column = (int) $px;
                        $row = (int) $py;
                        $at = $row * $w + $column + 1;
                        $right = $px - $column;
                        $top = $p[$at] + $right * ($p[$at + 1] - $p[$at]);
                        $bottom = $p[$at + $w] + $right * ($p[$at + $w + 1] - $p[$at + $w]);
                        $grey = $top + ($py - $row) * ($bottom - $top);
                        $greys[] = $grey;
                        $sum += $grey;
                        $squares += $grey * $grey;
                        $px += $c;
                        $py += $s;
                    }
                }
                $spread = $squares - $sum * $sum / $count;
                if ($spread < $count * self::FLAT) {
                    continue;
                }
                $least = $best['fit'] * sqrt($spread);
                foreach ($templates as $k => $template) {
                    $product = 0.0;
                    foreach ($template as $i => $weight) {
                        $product += $weight * $greys[$i];
                    }
                    if ($product > $least) {
                        $least = $product;
                        $best = ['fit' => $product / sqrt($spread), 'x' => $x, 'y' => $y, 'size' => $size, 'turn' => (float) $turn, 'template' => $k];
                    }
                }
            }
        }

        return $best;
    }

    /**
     * The blur that fits best about a size and turn.
     *
     * @param  array{fit: float, x: float, y: float, size: float, turn: float, template: int}  $seen
     * @return array{fit: float, x: float, y: float, size: float, turn: float, template: int}
     */
    private function chosen(array $seen): array
    {
        $size = $seen['size'];

        return $this->best($seen['x'], $seen['y'], [0.92 * $size, $size, 1.08 * $size], [$seen['turn'] - 7, $seen['turn'], $seen['turn'] + 7], FinderTemplates::all());
    }

    /**
     * Moved, turned and scaled to where it fits better, by ever smaller steps.
     *
     * @param  array{fit: float, x: float, y: float, size: float, turn: float, template: int}  $seen
     * @return array{fit: float, x: float, y: float, size: float, turn: float, template: int}
     */
    private function refined(array $seen): array
    {
        $template = [$seen['template'] => FinderTemplates::all()[$seen['template']]];
        foreach ([1.0, 0.5, 0.25] as $step) {
            foreach ([[1, 0, 0, 0], [-1, 0, 0, 0], [0, 1, 0, 0], [0, -1, 0, 0], [0, 0, 1, 0], [0, 0, -1, 0], [0, 0, 0, 1], [0, 0, 0, -1]] as [$right, $down, $wider, $turned]) {
                $move = 0.4 * $seen['size'] * $step;
                $moved = $this->best($seen['x'] + $right * $move, $seen['y'] + $down * $move, [$seen['size'] * (1 + 0.08 * $step * $wider)], [$seen['turn'] + 6 * $step * $turned], $template);
                $seen = $moved['fit'] > $seen['fit'] ? $moved : $seen;
            }
        }

        return $seen;
    }

    /** @param  array{fit: float, x: float, y: float, size: float, turn: float, template: int}  $seen */
    private function finder(array $seen): Finder
    {
        $scale = $this->plane->scale;
        $c = $scale * $seen['size'] * cos(deg2rad($seen['turn']));
        $s = $scale * $seen['size'] * sin(deg2rad($seen['turn']));

        return new Finder($scale * $seen['x'], $scale * $seen['y'], $c, $s, -$s, $c, false, $seen['fit']);
    }

    /** @param  list<Finder>  $finders */
    private static function isAmong(Finder $finder, array $finders): bool
    {
        foreach ($finders as $other) {
            if (hypot($other->x - $finder->x, $other->y - $finder->y) < 2 * $finder->module()) {
                return true;
            }
        }

        return false;
    }
}
