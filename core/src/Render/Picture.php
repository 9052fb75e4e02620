<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\PixelArt;

/** Pixels of a scene, laid into a box in modules from the symbol's top left corner. */
final readonly class Picture
{
    public function __construct(
        public PixelArt $art,
        public float $x,
        public float $y,
        public float $width,
        public float $height,
    ) {
    }
}
