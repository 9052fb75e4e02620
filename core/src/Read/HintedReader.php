<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

/**
 * Reads one symbol when it is known about where its finder patterns are. They must be seen there all the same, and all the
 * rest is measured from the pixels; only the search of the whole picture is left out, so that a failure takes no longer
 * than a success. However fast the machine is, the same picture gives the same answer.
 */
final class HintedReader
{
    /** Pixels a module below which a pattern is looked for at twice the size. */
    private const FINE = 2.0;

    /** Pixels a module of the size that is worth looking at. */
    private const MODULE = 2.6;

    /** Modules that a pattern may lie off where it is expected. */
    private const OFF = 1.8;

    /** Places around the expected middle from which it is looked around, in modules. */
    private const FROM = [[0.0, 0.0], [0.7, 0.0], [-0.7, 0.0], [0.0, 0.7], [0.0, -0.7]];

    /** Difference of the sides' numbers of modules, of the whole, from which a bend is considered. */
    private const BENT = 0.04;

    /**
     * @param  array{Finder, Finder, Finder}  $expected  the patterns of the top left, top right and bottom left, in pixels, as of a symbol that is not mirrored
     * @param  bool  $isMirrored  whether its rows and columns are exchanged
     */
    public static function read(LuminancePlane $picture, array $expected, bool $isMirrored = false): Reading|Failure
    {
        $pyramid = Pyramid::of($picture);
        $seen = self::seen($pyramid, $expected);
        if (count($seen) < 2) {
            return new Failure(Stage::NoFinder);
        }
        // One that is lost stands where it should, as the search would guess it from the two others.
        $patterns = [];
        foreach ($expected as $i => $finder) {
            $patterns[] = $seen[$i] ?? new Finder($finder->x, $finder->y, $finder->ux, $finder->uy, $finder->vx, $finder->vy, $finder->light, 0.0);
        }
        [$corner, $right, $below] = $patterns;
        $across = self::modules($corner, $right);
        $down = self::modules($corner, $below);
        $triplet = FinderTripletGrouper::triplet($corner, $right, $below, $across, $down, 0.0);
        $mayBend = abs($across - $down) > self::BENT * max($across, $down);

        return (new SymbolAttempt($pyramid, ReadBudget::of(INF), true, $isMirrored))->read($triplet, $mayBend, count($seen) === 3);
    }

    /** @param  Finder  $expected  the only pattern that a Micro QR Code symbol has, in pixels */
    public static function readMicro(LuminancePlane $picture, Finder $expected): Reading|Failure
    {
        $pyramid = Pyramid::of($picture);
        [$readings, $failure] = MicroReader::read($pyramid, array_values(self::seen($pyramid, [$expected])), ReadBudget::of(INF));

        return $readings[0] ?? $failure;
    }

    /**
     * The patterns that stand about where they are expected, by every way to tell dark from light that the search has.
     *
     * @param  non-empty-list<Finder>  $expected
     * @return array<int, Finder> by the place among those expected
     */
    private static function seen(Pyramid $pyramid, array $expected): array
    {
        $module = min(array_map(static fn (Finder $finder): float => $finder->module(), $expected));
        $level = $module < self::FINE ? -1 : max(0, min($pyramid->last(), (int) floor(log($module / self::MODULE, 2))));
        $seen = [];
        foreach ([
            [static fn (): BitPlane => $pyramid->bits($level), CoreRule::plain()],
            [static fn (): BitPlane => $pyramid->ringBits(max(0, $level)), CoreRule::blurred()],
            [static fn (): BitPlane => $pyramid->nearBits(max(0, $level)), CoreRule::damaged()],
        ] as $i => [$make, $rule]) {
            if (count($seen) === count($expected)) {
                break;
            }
            $bits = $make();
            $scale = $pyramid->level($i === 0 ? $level : max(0, $level))->scale;
            foreach ($expected as $place => $finder) {
                $found = isset($seen[$place]) ? null : self::near($bits, $finder->scaled(1 / $scale), $rule);
                if ($found !== null) {
                    $seen[$place] = $found->scaled($scale);
                }
            }
        }

        return $seen;
    }

    private static function near(BitPlane $bits, Finder $expected, CoreRule $rule): ?Finder
    {
        foreach (self::FROM as [$u, $v]) {
            [$x, $y] = $expected->at($u, $v);
            if ($x < 0 || $y < 0 || $x >= $bits->width || $y >= $bits->height) {
                continue;
            }
            $middle = FinderProbe::middle($bits, (int) $x, (int) $y, (int) ceil(7 * $expected->module()), $expected->light, $rule);
            $found = $middle === null ? null : FinderProbe::around($bits, $middle[0], $middle[1], $middle[2], $expected->light, $rule);
            if ($found !== null && hypot($found->x - $expected->x, $found->y - $expected->y) < self::OFF * $expected->module()) {
                return $found;
            }
        }

        return null;
    }

    /** Modules from one pattern to another as their own sizes suggest. */
    private static function modules(Finder $one, Finder $other): float
    {
        [$u, $v] = $one->local($other->x, $other->y);
        [$p, $q] = $other->local($one->x, $one->y);

        return sqrt(max(abs($u), abs($v)) * max(abs($p), abs($q)));
    }
}
