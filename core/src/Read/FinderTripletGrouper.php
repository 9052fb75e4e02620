<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/**
 * Finds which patterns belong together. Along a line under perspective the product of the module widths at its two
 * ends and the square of the number of modules make the square of its length; so each pair tells how many modules
 * lie between its patterns, and two pairs at one corner must tell the same.
 */
final class FinderTripletGrouper
{
    /** Difference, of the whole, between the two sides' numbers of modules. */
    private const SIDES = 0.45;

    /** Modules aside, of those along, that a neighbour may lie off the corner's own side. */
    private const ASIDE = 0.4;

    /** Factor between the areas of a module at two corners. */
    private const AREAS = 5.0;

    /** Patterns combined; the clearest come first. */
    private const FINDERS = 300;

    private const MAX_TRIPLETS = 1200;

    /**
     * @param  list<Finder>  $finders
     * @param  ?ReadBudget  $budget  how long it may take; no limit when null
     * @return list<FinderTriplet> the most regular first
     *
     * @throws TimeIsUp
     */
    public static function group(array $finders, ?ReadBudget $budget = null): array
    {
        usort($finders, static fn (Finder $a, Finder $b): int => $b->clear <=> $a->clear);
        $finders = array_slice($finders, 0, self::FINDERS);
        $triplets = [];
        foreach ($finders as $i => $corner) {
            $budget?->insist();
            $beside = [];
            foreach ($finders as $j => $other) {
                if ($i !== $j && $corner->light === $other->light) {
                    $pair = self::pair($corner, $other);
                    if ($pair !== null) {
                        $beside[] = [$other, ...$pair];
                    }
                }
            }
            foreach ($beside as $k => [$one, $first, $aside, $isU]) {
                for ($m = $k + 1; $m < count($beside); $m++) {
                    [$two, $second, $otherAside, $alsoU] = $beside[$m];
                    $apart = abs($first - $second) / max($first, $second);
                    if ($isU === $alsoU || $apart > self::SIDES) {
                        continue;
                    }
                    $triplets[] = self::triplet($corner, $one, $two, $first, $second, $apart + $aside + $otherAside + 3 - $corner->clear - $one->clear - $two->clear);
                }
            }
        }
        usort($triplets, static fn (FinderTriplet $a, FinderTriplet $b): int => $a->error <=> $b->error);

        return array_slice($triplets, 0, self::MAX_TRIPLETS);
    }

    /**
     * How the other pattern lies from the corner.
     *
     * @return ?array{float, float, bool} modules between them, share by which it lies aside, and whether along the first side; null when they cannot be neighbours
     */
    public static function pair(Finder $corner, Finder $other): ?array
    {
        $areas = abs(($corner->ux * $corner->vy - $corner->uy * $corner->vx) / ($other->ux * $other->vy - $other->uy * $other->vx));
        if ($areas > self::AREAS || $areas < 1 / self::AREAS) {
            return null;
        }
        [$u, $v] = $corner->local($other->x, $other->y);
        $along = max(abs($u), abs($v));
        $aside = min(abs($u), abs($v)) / $along;
        if ($along < 9 || $along > 260 || $aside > self::ASIDE) {
            return null;
        }
        [$p, $q] = $other->local($corner->x, $corner->y);
        $back = max(abs($p), abs($q));
        $otherAside = min(abs($p), abs($q)) / $back;
        if ($otherAside > self::ASIDE) {
            return null;
        }
        $modules = sqrt($along * $back);
        if ($modules < 11 || $modules > 190) {
            return null;
        }

        return [$modules, ($aside + $otherAside) / 2, abs($u) > abs($v)];
    }

    /** Orders the neighbours clockwise, and turns all three alike. */
    public static function triplet(Finder $corner, Finder $one, Finder $two, float $first, float $second, float $error): FinderTriplet
    {
        $cross = ($one->x - $corner->x) * ($two->y - $corner->y) - ($one->y - $corner->y) * ($two->x - $corner->x);
        [$right, $below] = $cross >= 0 ? [$one, $two] : [$two, $one];
        [$across, $down] = $cross >= 0 ? [$first, $second] : [$second, $first];
        $way = [$right->x - $corner->x, $right->y - $corner->y, $below->x - $corner->x, $below->y - $corner->y];

        return new FinderTriplet($corner->facing(...$way), $right->facing(...$way), $below->facing(...$way), sqrt($first * $second), $error, $across, $down);
    }
}
