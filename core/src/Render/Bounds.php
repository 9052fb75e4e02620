<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** The sides of the box around something, in the units of its path, y downwards. */
final readonly class Bounds
{
    public function __construct(
        public float $left,
        public float $top,
        public float $right,
        public float $bottom,
    ) {
    }

    /** From left to right. */
    public function width(): float
    {
        return $this->right - $this->left;
    }

    /** From top to bottom. */
    public function height(): float
    {
        return $this->bottom - $this->top;
    }
}
