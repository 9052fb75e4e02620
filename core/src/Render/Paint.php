<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Gradient;

/** What a piece is filled with. */
final readonly class Paint
{
    /** @param  float  $side  of the gradient's box, the symbol without quiet zone, in modules */
    private function __construct(
        public Colour $ink,
        public ?Gradient $gradient = null,
        public float $side = 0.0,
    ) {
    }

    /** One ink. */
    public static function of(Colour $ink): self
    {
        return new self($ink);
    }

    /**
     * A gradient over the whole symbol.
     *
     * @param  float  $side  of the symbol in modules
     */
    public static function gradient(Gradient $gradient, float $side): self
    {
        return new self($gradient->stops[0][1], $gradient, $side);
    }
}
