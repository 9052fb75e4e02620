<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** The drawing in the operators of PDF and PostScript, a point 1/72 inch, the origin at the lower left. */
final class VectorOperators
{
    /** Content stream of a page: ISO 32000-1, 8.2. */
    public static function pdf(ModuleMatrix $matrix, Finish $finish, Layout $layout): string
    {
        [$module, $left, $top, $side] = self::measures($layout);
        $boxes = array_map(static fn (array $run): string => "$run[0] $run[1] $run[2] 1 re\n", ModuleRuns::of($matrix));

        return sprintf("%s rg 0 0 %.4F %.4F re f\nq %s rg %.6F 0 0 -%.6F %.4F %.4F cm\n", self::rgb($finish->light), $side, $side, self::rgb($finish->dark), $module, $module, $left, $top)
            .implode('', $boxes)."f Q\n";
    }

    /** Body of an EPS file that defines `b` as filling a box one unit tall. */
    public static function eps(ModuleMatrix $matrix, Finish $finish, Layout $layout): string
    {
        [$module, $left, $top, $side] = self::measures($layout);
        $boxes = array_map(static fn (array $run): string => "$run[0] $run[1] $run[2] b\n", ModuleRuns::of($matrix));

        return sprintf("%s setrgbcolor 0 0 %.4F %.4F rectfill\ngsave %s setrgbcolor %.4F %.4F translate %.6F -%.6F scale\n", self::rgb($finish->light), $side, $side, self::rgb($finish->dark), $left, $top, $module, $module)
            .implode('', $boxes)."grestore\n";
    }

    /** @return array{float, float, float, float} points: a module, the symbol's left edge and top edge, the whole side */
    private static function measures(Layout $layout): array
    {
        $dot = 72 / $layout->dpi;
        $before = $layout->before * $dot;
        $side = $layout->sidePx * $dot;

        return [$layout->modulePx * $dot, $before, $side - $before, $side];
    }

    private static function rgb(Colour $colour): string
    {
        return sprintf('%.4F %.4F %.4F', $colour->red / 255, $colour->green / 255, $colour->blue / 255);
    }
}
