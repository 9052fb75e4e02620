<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** Neighbouring modules that are drawn as one box; all in modules, from the upper left corner. */
final readonly class ModuleBox
{
    public function __construct(
        public int $column,
        public int $row,
        public int $width,
        public int $height,
    ) {
    }
}
