<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function array_slice;
use function count;
use function intdiv;
use function max;
use function sqrt;

/**
 * A finder pattern as it appears blurred: by a lens out of focus, which spreads a point over a disc, and by a movement, which
 * draws it out along a line. Each is a square of 9 by 9 greys, one a module, of mean nought and length one: its product with
 * greys that are sampled so is their correlation, 1 at most.
 */
final class FinderTemplates
{
    /** Modules on each side of the middle. */
    public const REACH = 4;

    public const SIDE = 2 * self::REACH + 1;

    /** How many of the first templates are blurred by discs: with them alone a movement still correlates by half. */
    public const DISCS = 2;

    /** How many of the first stand for all where only the size and the turn are looked for. */
    public const FEW = self::DISCS + 4;

    /** Radii of the discs, in modules: one for blurs that leave the rings, one for those that do not. */
    private const RADII = [0.9, 1.3];

    /** Lengths of the movements, in modules; shorter ones are much as the smaller disc. */
    private const STREAKS = [2.0, 2.9];

    /** Directions of the movements, over half a turn. */
    private const WAYS = 8;

    /** What lies beyond the separator: light of the quiet zone on two sides, modules on the others. */
    private const BEYOND = 0.4;

    /** @var list<list<float>> */
    private static array $all = [];

    /** How many weights of a half there are, the middle with it. */
    public const HALF = (self::SIDE ** 2 + 1) >> 1;

    /** @var list<list<float>> */
    private static array $halves = [];

    /**
     * The first half of each and the middle: after half a turn a pattern looks the same, so that greys opposite each other share a weight.
     *
     * @return list<list<float>>
     */
    public static function halves(): array
    {
        return self::$halves === [] ? self::$halves = array_map(static fn (array $one): array => array_slice($one, 0, self::HALF), self::all()) : self::$halves;
    }

    /** @return list<list<float>> row by row: the discs, every other direction of the longest movement, then the rest */
    public static function all(): array
    {
        return self::$all === [] ? self::$all = self::make() : self::$all;
    }

    /** @return list<list<float>> */
    private static function make(): array
    {
        $made = [];
        foreach (self::RADII as $radius) {
            $made[] = self::blurred(self::disc($radius));
        }
        $longest = max(self::STREAKS);
        for ($way = 0; $way < self::WAYS; $way += 2) {
            $made[] = self::blurred(self::streak($longest, $way));
        }
        foreach (self::STREAKS as $length) {
            for ($way = $length === $longest ? 1 : 0; $way < self::WAYS; $way += $length === $longest ? 2 : 1) {
                $made[] = self::blurred(self::streak($length, $way));
            }
        }

        return $made;
    }

    /** @return list<array{float, float}> places that a point is spread over, in modules */
    private static function disc(float $radius): array
    {
        $places = [];
        for ($i = -4; $i <= 4; $i++) {
            for ($j = -4; $j <= 4; $j++) {
                if ($i * $i + $j * $j <= 18) {
                    $places[] = [$radius * $i / 4.24, $radius * $j / 4.24];
                }
            }
        }

        return $places;
    }

    /** @return list<array{float, float}> */
    private static function streak(float $length, int $way): array
    {
        $places = [];
        for ($i = -5; $i <= 5; $i++) {
            $places[] = [$length * $i / 10 * cos($way * M_PI / self::WAYS), $length * $i / 10 * sin($way * M_PI / self::WAYS)];
        }

        return $places;
    }

    /**
     * @param  list<array{float, float}>  $places
     * @return list<float>
     */
    private static function blurred(array $places): array
    {
        $greys = [];
        for ($k = 0; $k < self::SIDE ** 2; $k++) {
            [$u, $v] = [$k % self::SIDE - self::REACH, intdiv($k, self::SIDE) - self::REACH];
            $sum = 0.0;
            foreach ($places as [$x, $y]) {
                // A module is not a point either: four of its places.
                foreach ([[-0.25, -0.25], [0.25, -0.25], [-0.25, 0.25], [0.25, 0.25]] as [$dx, $dy]) {
                    $sum += self::tone($u + $x + $dx, $v + $y + $dy);
                }
            }
            $greys[] = $sum;
        }
        $mean = array_sum($greys) / count($greys);
        $length = sqrt(array_sum(array_map(static fn (float $grey): float => ($grey - $mean) ** 2, $greys)));

        return array_map(static fn (float $grey): float => ($grey - $mean) / $length, $greys);
    }

    /** The pattern, its separator and what may lie beyond (ISO/IEC 18004:2015 clauses 6.3.3 and 6.3.4): 1 light, -1 dark. */
    private static function tone(float $u, float $v): float
    {
        $out = max(abs($u), abs($v));

        return match (true) {
            $out < 1.5, $out >= 2.5 && $out < 3.5 => -1.0,
            $out < 4.5 => 1.0,
            default => self::BEYOND,
        };
    }
}
