<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function array_slice;
use function hypot;
use function ord;
use function sqrt;
use function usort;

/**
 * Finder patterns whose rings a blur has run together. Their middles are the darkest of what lies around, however they are
 * blurred; there the picture is compared with patterns that were blurred in several ways, at every turn and in every size
 * that the plane shows well: modules of 1.5 to 3 pixels.
 */
final class BlurredFinderScan
{
    /** By how much the size that fitted best from afar is changed; degrees of the turns. */
    private const SIZES = [0.86, 1.0, 1.17];

    private const TURNS = [0, 15, 30, 45, 60, 75];

    /** Correlations from which a place is looked at more closely, and from which it is a pattern: measured, true ones have 0.85 and more. */
    private const NEAR = 0.45;

    private const NEARER = 0.61;

    private const PATTERN = 0.8;

    /** Places of which one at least is a pattern where there are any. Of 129 patterns that were read 126 were among the first fifteen. */
    private const FIRST = 24;

    /** Places that are looked at closely. */
    private const CLOSELY = 40;

    /** Mean square difference of greys, below which there is nothing to compare. */
    private const FLAT = 9.0;

    private function __construct(private readonly GreyPlane $plane)
    {
    }

    /**
     * @param  int  $level  of the pyramid, at which modules have 1.5 to 3 pixels
     * @return list<Finder> in pixels of the full picture, the likeliest first; how far they lie askew is not told
     */
    public static function find(Pyramid $pyramid, int $level, ReadBudget $budget): array
    {
        return (new self($pyramid->level($level)))->patterns(DarkPlaces::of($pyramid, $level), $budget);
    }

    /**
     * @param  list<array{float, float, float}>  $places  where a pattern may be and its pixels a module, the likeliest first
     * @return list<Finder>
     */
    private function patterns(array $places, ReadBudget $budget): array
    {
        $few = array_slice(FinderTemplates::halves(), 0, FinderTemplates::FEW);
        $finders = [];
        foreach (array_slice($places, 0, self::CLOSELY) as $i => [$x, $y, $size]) {
            if ($budget->isSpent() || ($i >= self::FIRST && $finders === [])) {
                break;
            }
            $sizes = array_map(static fn (float $share): float => $share * $size, self::SIZES);
            $seen = $this->best($x, $y, $sizes, self::TURNS, $few);
            if ($seen['fit'] < self::NEAR) {
                continue;
            }
            // The darkest place may lie half a module off the middle, where another blur fits better: there it is chosen anew.
            $seen = $this->refined($seen, [1.0, 1.0, 0.5]);
            if ($seen['fit'] < self::NEARER) {
                continue;
            }
            $closest = $this->refined($this->chosen($seen), [1.0, 0.5, 0.5, 0.25, 0.25, 0.12]);
            $finder = $closest['fit'] >= self::PATTERN ? $this->finder($closest) : null;
            if ($finder !== null && ! self::isAmong($finder, $finders)) {
                $finders[] = $finder;
            }
        }
        usort($finders, static fn (Finder $a, Finder $b): int => $b->clear <=> $a->clear);

        return $finders;
    }

    /**
     * The size, turn and blur that fit a place best.
     *
     * @param  float  $x  pixels of the plane, 0.5 the middle of the first
     * @param  list<float>  $sizes  pixels a module
     * @param  list<int|float>  $turns  degrees
     * @param  array<int, list<float>>  $templates  halves
     * @return array{fit: float, x: float, y: float, size: float, turn: float, template: int}
     */
    private function best(float $x, float $y, array $sizes, array $turns, array $templates): array
    {
        [$w, $h, $p] = [$this->plane->width, $this->plane->height, $this->plane->pixels];
        $best = ['fit' => -1.0, 'x' => $x, 'y' => $y, 'size' => 0.0, 'turn' => 0.0, 'template' => 0];
        [$cx, $cy] = [$x - 0.5, $y - 0.5];
        $reach = FinderTemplates::REACH;
        $count = FinderTemplates::SIDE ** 2;
        $half = FinderTemplates::HALF - 1;
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
                        $at = $row * $w + $column;
                        $right = $px - $column;
                        $top = ord($p[$at]);
                        $top += $right * (ord($p[$at + 1]) - $top);
                        $bottom = ord($p[$at + $w]);
                        $bottom += $right * (ord($p[$at + $w + 1]) - $bottom);
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
                for ($i = 0; $i < $half; $i++) {
                    $greys[$i] += $greys[$count - 1 - $i];
                }
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

        return $this->best($seen['x'], $seen['y'], [0.92 * $size, $size, 1.08 * $size], [$seen['turn'] - 7, $seen['turn'], $seen['turn'] + 7], FinderTemplates::halves());
    }

    /**
     * Moved, turned and scaled to where it fits better.
     *
     * @param  array{fit: float, x: float, y: float, size: float, turn: float, template: int}  $seen
     * @param  list<float>  $steps  ever smaller
     * @return array{fit: float, x: float, y: float, size: float, turn: float, template: int}
     */
    private function refined(array $seen, array $steps): array
    {
        $template = [$seen['template'] => FinderTemplates::halves()[$seen['template']]];
        foreach ($steps as $step) {
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
