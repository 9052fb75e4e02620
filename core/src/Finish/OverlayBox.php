<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** A box over a symbol; places and lengths in modules, from its upper left corner. */
final readonly class OverlayBox
{
    public function __construct(
        public float $left,
        public float $top,
        public float $width,
        public float $height,
        public bool $isDark,
    ) {
    }
}
