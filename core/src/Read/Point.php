<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** A place in a picture, in pixels from its top left corner. */
final readonly class Point
{
    public function __construct(
        public float $x,
        public float $y,
    ) {
    }

    /** @return array{float, float} x and y */
    public function toArray(): array
    {
        return [$this->x, $this->y];
    }
}
