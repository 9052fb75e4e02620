<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** A filled path of a scene, in modules from the symbol's top left corner. */
final readonly class Piece
{
    public function __construct(
        public Path $path,
        public Paint $paint,
        public bool $evenOdd = false,
    ) {
    }
}
