<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** A path, which others may share, and how far from its own place it is drawn, in modules. */
final readonly class PlacedPath
{
    public function __construct(
        public Path $path,
        public float $x = 0.0,
        public float $y = 0.0,
    ) {
    }
}
