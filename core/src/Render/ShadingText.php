<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Gradient;

/** A gradient as the shading dictionary that PDF (ISO 32000-1, 8.7.4.5) and PostScript level 3 (PLRM 4.9.3) share. */
final class ShadingText
{
    /**
     * A shading dictionary of PDF and PostScript (ISO 32000-1 8.7.4.5).
     *
     * @param  float  $side  of the symbol in modules
     */
    public static function of(Gradient $gradient, float $side, PrintInk $inks): string
    {
        [$x1, $y1, $x2, $y2] = array_map(PathData::number(...), $gradient->line($side));
        $place = $gradient->radial
            ? sprintf('/ShadingType 3 /Coords [%s %s 0 %1$s %2$s %s]', $x1, $y1, PathData::number(hypot($side / 2, $side / 2)))
            : "/ShadingType 2 /Coords [$x1 $y1 $x2 $y2]";

        return "<< $place /ColorSpace /{$inks->space()} /Extend [true true] /Function ".self::inks($gradient, $inks).' >>';
    }

    /** One straight blend from each ink to the next, put together (function types 2 and 3). */
    private static function inks(Gradient $gradient, PrintInk $inks): string
    {
        $stops = $gradient->stops;
        if ($stops[0][0] > 0.0) {
            $stops = [[0.0, $stops[0][1]], ...$stops];
        }
        if ($stops[count($stops) - 1][0] < 1.0) {
            $stops[] = [1.0, $stops[count($stops) - 1][1]];
        }
        $blends = [];
        for ($i = 1; $i < count($stops); $i++) {
            $blends[] = sprintf('<< /FunctionType 2 /Domain [0 1] /N 1 /C0 [%s] /C1 [%s] >>', $inks->values($stops[$i - 1][1]), $inks->values($stops[$i][1]));
        }
        $bounds = array_map(static fn (array $stop): string => PathData::number($stop[0]), array_slice($stops, 1, -1));

        return sprintf('<< /FunctionType 3 /Domain [0 1] /Functions [%s] /Bounds [%s] /Encode [%s] >>', implode(' ', $blends), implode(' ', $bounds), implode(' ', array_fill(0, count($blends), '0 1')));
    }
}
