<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Draws a symbol as Encapsulated PostScript 3.0 of exactly its size, vector, in RGB. */
final class EpsRenderer
{
    public static function render(ModuleMatrix $matrix, Finish $finish, Layout $layout, ?Overlay $overlay = null): string
    {
        $width = $layout->sideMm() / 25.4 * 72;
        $height = $layout->heightMm() / 25.4 * 72;

        return sprintf("%%!PS-Adobe-3.0 EPSF-3.0\n%%%%BoundingBox: 0 0 %d %d\n%%%%HiResBoundingBox: 0 0 %.4F %.4F\n%%%%Creator: Keen Glyph\n%%%%EndComments\n", (int) ceil($width), (int) ceil($height), $width, $height)
            ."/b { rectfill } bind def\n"
            .VectorOperators::eps($matrix, $finish, $layout, $overlay)
            ."%%EOF\n";
    }
}
