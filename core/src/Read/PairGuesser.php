<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Where the third finder pattern would be when only two can be seen: the two, with their sides, lay out the whole plane. */
final class PairGuesser
{
    private const PAIRS = 8;

    /** Difference of the two sides, of the longer, up to which one pattern lies across from another. */
    private const SKEW = 0.3;

    /**
     * @param  list<Finder>  $finders
     * @return list<FinderTriplet>
     */
    public static function guess(array $finders): array
    {
        usort($finders, static fn (Finder $a, Finder $b): int => $b->clear <=> $a->clear);
        $finders = array_slice($finders, 0, self::PAIRS);
        $pairs = [];
        foreach ($finders as $i => $one) {
            for ($j = $i + 1; $j < count($finders); $j++) {
                $pair = $one->light === $finders[$j]->light ? FinderTripletGrouper::pair($one, $finders[$j]) : null;
                if ($pair !== null) {
                    $pairs[] = [$one, $finders[$j], $pair[0], $pair[1]];
                }
            }
        }
        usort($pairs, static fn (array $a, array $b): int => $a[3] <=> $b[3]);
        $triplets = [];
        foreach (array_slice($pairs, 0, self::PAIRS) as [$one, $two, $modules]) {
            foreach ([1, -1] as $side) {
                foreach (self::besides($one, $two, $modules, $side) as [$corner, $other, $third]) {
                    $triplets[] = FinderTripletGrouper::triplet($corner, $other, $third, $modules, $modules, 1.0);
                }
            }
        }
        foreach (array_slice(self::across($finders), 0, self::PAIRS) as [$one, $two, $corner, $modules]) {
            $triplets[] = FinderTripletGrouper::triplet($corner, $one, $two, $modules, $modules, 1.0);
        }

        return $triplets;
    }

    /**
     * Patterns that lie across from one another, with the corner between them that was not seen: on either side of the diagonal.
     *
     * @param  list<Finder>  $finders
     * @return list<array{Finder, Finder, Finder, float}> the two, the corner, and the modules along a side
     */
    private static function across(array $finders): array
    {
        $found = [];
        foreach ($finders as $i => $one) {
            foreach (array_slice($finders, $i + 1) as $two) {
                if ($one->light !== $two->light) {
                    continue;
                }
                [$u, $v] = $one->local($two->x, $two->y);
                [$p, $q] = $two->local($one->x, $one->y);
                $apart = max(abs(abs($u) - abs($v)) / max(1.0, abs($u), abs($v)), abs(abs($p) - abs($q)) / max(1.0, abs($p), abs($q)));
                $modules = sqrt(sqrt(abs($u * $v * $p * $q)));
                if ($apart > self::SKEW || $modules < 13 || $modules > 180) {
                    continue;
                }
                foreach ([[$one->at($u, 0.0), [$two->at($p, 0.0), $two->at(0.0, $q)]], [$one->at(0.0, $v), [$two->at($p, 0.0), $two->at(0.0, $q)]]] as [$from, $others]) {
                    // Both patterns' sides lead to the corner; the other's that leads elsewhere ends far off.
                    usort($others, static fn (array $a, array $b): int => hypot($a[0] - $from[0], $a[1] - $from[1]) <=> hypot($b[0] - $from[0], $b[1] - $from[1]));
                    [$x, $y] = [($from[0] + $others[0][0]) / 2, ($from[1] + $others[0][1]) / 2];
                    $found[] = [$one, $two, new Finder($x, $y, $one->ux, $one->uy, $one->vx, $one->vy, $one->light, 0.0), $modules, $apart];
                }
            }
        }
        usort($found, static fn (array $a, array $b): int => $a[4] <=> $b[4]);

        return array_map(static fn (array $pair): array => [$pair[0], $pair[1], $pair[2], $pair[3]], $found);
    }

    /**
     * The two along one side of a symbol, and the patterns that could lie across from each.
     *
     * @return list<array{Finder, Finder, Finder}> corner, the other one, the one that is not seen
     */
    private static function besides(Finder $one, Finder $two, float $modules, int $side): array
    {
        $way = [$two->x - $one->x, $two->y - $one->y];
        $down = [-$side * $way[1], $side * $way[0]];
        $from = [];
        $to = [];
        $weights = [];
        foreach ([[0.0, $one->facing(...$way, ...$down)], [$modules, $two->facing(...$way, ...$down)]] as [$u, $finder]) {
            foreach ([[0, 0], [-3.5, -3.5], [3.5, -3.5], [-3.5, 3.5], [3.5, 3.5]] as [$du, $dv]) {
                $from[] = [$u + $du, (float) $dv];
                $to[] = $finder->at($du, $dv);
                $weights[] = 1.0;
            }
        }
        $map = Homography::nearest($from, $to, $weights);
        $found = [];
        foreach ([[0.0, $one, $two], [$modules, $two, $one]] as [$u, $corner, $other]) {
            [$x, $y] = $map->apply($u, $modules);
            [$right, $below] = [$map->apply($u + 1, $modules), $map->apply($u, $modules + 1)];
            $found[] = [$corner, $other, new Finder($x, $y, $right[0] - $x, $right[1] - $y, $below[0] - $x, $below[1] - $y, $one->light, 0.0)];
        }

        return $found;
    }
}
