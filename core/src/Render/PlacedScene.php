<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** A scene on a sheet: where its top left corner lies, in millimetres from the sheet's. */
final readonly class PlacedScene
{
    public function __construct(
        public Scene $scene,
        public float $leftMm = 0.0,
        public float $topMm = 0.0,
    ) {
    }
}
