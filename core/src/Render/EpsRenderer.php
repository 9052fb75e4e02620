<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Draws a symbol as Encapsulated PostScript 3.0 of exactly its size, vector, in RGB. */
final class EpsRenderer
{
    public static function render(ModuleMatrix $matrix, Finish $finish, Layout $layout): string
    {
        $side = $layout->sideMm() / 25.4 * 72;

        return sprintf("%%!PS-Adobe-3.0 EPSF-3.0\n%%%%BoundingBox: 0 0 %d %d\n%%%%HiResBoundingBox: 0 0 %.4F %.4F\n%%%%Creator: Keen Glyph\n%%%%EndComments\n", (int) ceil($side), (int) ceil($side), $side, $side)
            ."/b { 1 rectfill } bind def\n"
            .VectorOperators::eps($matrix, $finish, $layout)
            ."%%EOF\n";
    }
}
