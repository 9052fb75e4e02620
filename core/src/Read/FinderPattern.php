<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** A finder pattern in a picture. */
final readonly class FinderPattern
{
    /**
     * @param  float  $x  centre in pixels from the left edge of the picture
     * @param  float  $y  centre in pixels from the top
     * @param  float  $module  width of a module in pixels
     * @param  int  $seen  rows that crossed it
     */
    public function __construct(
        public float $x,
        public float $y,
        public float $module,
        public int $seen = 1,
    ) {
    }

    /** Whether a crossing at this place belongs to this pattern. */
    public function covers(float $x, float $y): bool
    {
        return abs($x - $this->x) <= max(1.0, $this->module) && abs($y - $this->y) <= max(1.5, 2 * $this->module);
    }

    /** The same pattern, crossed once more. */
    public function seenAgain(): self
    {
        return new self($this->x, $this->y, $this->module, $this->seen + 1);
    }

    public function distanceTo(self $other): float
    {
        return hypot($this->x - $other->x, $this->y - $other->y);
    }
}
