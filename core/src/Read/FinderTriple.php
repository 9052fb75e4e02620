<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\Version;

/** Three finder patterns that may belong to one symbol. */
final readonly class FinderTriple
{
    /** @param  float  $error 0 for a perfect right angle with equal sides and modules */
    private function __construct(
        public FinderPattern $topLeft,
        public FinderPattern $topRight,
        public FinderPattern $bottomLeft,
        public float $error,
    ) {
    }

    /** The corner is the pattern opposite the longest side; the other two are ordered clockwise. Null when it cannot be a symbol. */
    public static function of(FinderPattern $a, FinderPattern $b, FinderPattern $c): ?self
    {
        foreach ([[$a, $b, $c], [$b, $c, $a], [$c, $a, $b]] as [$corner, $one, $two]) {
            $side1 = $corner->distanceTo($one);
            $side2 = $corner->distanceTo($two);
            if ($one->distanceTo($two) < max($side1, $side2)) {
                continue;
            }
            if ($side1 < 1.0 || $side2 < 1.0) {
                return null;
            }
            $module = ($corner->module + $one->module + $two->module) / 3;
            $spread = (max($corner->module, $one->module, $two->module) - min($corner->module, $one->module, $two->module)) / $module;
            $cosine = (($one->x - $corner->x) * ($two->x - $corner->x) + ($one->y - $corner->y) * ($two->y - $corner->y)) / ($side1 * $side2);
            $error = abs($side1 - $side2) / max($side1, $side2) + abs($cosine) + 0.5 * $spread;
            if ($error > 0.6 || min($side1, $side2) < 12 * $module || max($side1, $side2) > 190 * $module) {
                return null;
            }
            $cross = ($one->x - $corner->x) * ($two->y - $corner->y) - ($one->y - $corner->y) * ($two->x - $corner->x);

            return $cross >= 0 ? new self($corner, $one, $two, $error) : new self($corner, $two, $one, $error);
        }

        return null;
    }

    /** Pixels a module, from the patterns' own widths. */
    public function module(): float
    {
        return ($this->topLeft->module + $this->topRight->module + $this->bottomLeft->module) / 3;
    }

    /**
     * Versions to try, the likeliest first: the distance between the patterns is 4 times the version plus 10 modules.
     *
     * @return list<Version>
     */
    public function versions(): array
    {
        $distance = ($this->topLeft->distanceTo($this->topRight) + $this->topLeft->distanceTo($this->bottomLeft)) / 2;
        $exact = ($distance / $this->module() - 10) / 4;
        $versions = [];
        // A pattern's width is known to a fraction of a pixel, so the doubt grows with the version.
        $doubt = max(1, (int) ceil($exact * 0.3 / ($this->module() * 7) + 0.5));
        for ($number = (int) round($exact) - $doubt; $number <= (int) round($exact) + $doubt; $number++) {
            if ($number >= 1 && $number <= Version::MAX) {
                $versions[] = $number;
            }
        }
        usort($versions, static fn (int $a, int $b): int => abs($a - $exact) <=> abs($b - $exact));

        return array_map(Version::of(...), $versions);
    }
}
