<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** The drawing in the operators of PDF and PostScript, a point 1/72 inch, the origin at the lower left. */
final class VectorOperators
{
    /** Content stream of a page: ISO 32000-1, 8.2. */
    public static function pdf(ModuleMatrix $matrix, Finish $finish, Layout $layout, ?Overlay $overlay = null): string
    {
        [$module, $left, $top, $width, $height] = self::measures($layout);
        $boxes = array_map(static fn (array $run): string => "$run[0] $run[1] $run[2] $run[3] re\n", ModuleRuns::of($matrix));

        return sprintf("%s rg 0 0 %.4F %.4F re f\nq %s rg %.6F 0 0 -%.6F %.4F %.4F cm\n", self::rgb($finish->light), $width, $height, self::rgb($finish->dark), $module, $module, $left, $top)
            .implode('', $boxes)."f\n".self::overlay($overlay, $finish, 'rg', 're f')."Q\n";
    }

    /** Body of an EPS file that defines `b` as filling a box. */
    public static function eps(ModuleMatrix $matrix, Finish $finish, Layout $layout, ?Overlay $overlay = null): string
    {
        [$module, $left, $top, $width, $height] = self::measures($layout);
        $boxes = array_map(static fn (array $run): string => "$run[0] $run[1] $run[2] $run[3] b\n", ModuleRuns::of($matrix));

        return sprintf("%s setrgbcolor 0 0 %.4F %.4F rectfill\ngsave %s setrgbcolor %.4F %.4F translate %.6F -%.6F scale\n", self::rgb($finish->light), $width, $height, self::rgb($finish->dark), $left, $top, $module, $module)
            .implode('', $boxes).self::overlay($overlay, $finish, 'setrgbcolor', 'b')."grestore\n";
    }

    /** @param  string  $colour  operator that sets the colour; $box the one that fills a box */
    private static function overlay(?Overlay $overlay, Finish $finish, string $colour, string $box): string
    {
        $drawn = '';
        foreach ($overlay->boxes ?? [] as [$x, $y, $width, $height, $dark]) {
            $drawn .= sprintf("%s %s %.4F %.4F %.4F %.4F %s\n", self::rgb($dark ? $finish->dark : $finish->light), $colour, $x, $y, $width, $height, $box);
        }

        return $drawn;
    }

    /** @return array{float, float, float, float, float} points: a module, the symbol's left edge and top edge, the whole width and height */
    private static function measures(Layout $layout): array
    {
        $dot = 72 / $layout->dpi;
        $height = $layout->heightPx * $dot;

        return [$layout->modulePx * $dot, $layout->before * $dot, $height - $layout->above * $dot, $layout->sidePx * $dot, $height];
    }

    private static function rgb(Colour $colour): string
    {
        return sprintf('%.4F %.4F %.4F', $colour->red / 255, $colour->green / 255, $colour->blue / 255);
    }
}
