<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** Draws a scene as Encapsulated PostScript 3.0 of exactly its size, vector. Half-clear pixels of a mark are laid on the ground: PostScript knows no alpha. */
final class EpsRenderer
{
    private const NAMES = ['move' => 'm', 'line' => 'l', 'curve' => 'c', 'close' => 'h'];

    /** An EPS file of exactly the size of the scene, in points of 1/72 inch. */
    public static function render(Scene $scene, PrintInk $inks = PrintInk::Rgb): string
    {
        $layout = $scene->layout;
        $dot = 72 / $layout->dpi;
        [$width, $height] = [$layout->sidePx * $dot, $layout->heightPx * $dot];
        $body = '';
        foreach ($scene->parts as $part) {
            $body .= $part instanceof Picture ? self::picture($part, $scene, $inks) : self::filled($part, $inks);
        }

        return sprintf("%%!PS-Adobe-3.0 EPSF-3.0\n%%%%BoundingBox: 0 0 %d %d\n%%%%HiResBoundingBox: 0 0 %.4F %.4F\n%%%%Creator: Keen Glyph\n%%%%LanguageLevel: 3\n%%%%EndComments\n", (int) ceil($width), (int) ceil($height), $width, $height)
            ."/m { moveto } bind def /l { lineto } bind def /c { curveto } bind def /h { closepath } bind def\n"
            .sprintf("gsave %.4F %.4F translate %.6F -%3$.6F scale\n", $layout->before * $dot, $height - $layout->above * $dot, $layout->modulePx * $dot)
            .$body
            ."grestore\n%%EOF\n";
    }

    private static function filled(Piece|ModuleField $part, PrintInk $inks): string
    {
        $placed = VectorPath::placed($part);
        if ($placed === []) {
            return '';
        }
        $path = VectorPath::operators($placed, self::NAMES);
        $rule = $part instanceof Piece && $part->evenOdd ? 'eo' : '';
        if ($part->paint->gradient === null) {
            return $inks->values($part->paint->ink).($inks === PrintInk::Cmyk ? ' setcmykcolor' : ' setrgbcolor')."\nnewpath\n$path{$rule}fill\n";
        }

        return "gsave newpath\n$path{$rule}clip\n".ShadingText::of($part->paint->gradient, $part->paint->side, $inks)." shfill\ngrestore\n";
    }

    private static function picture(Picture $picture, Scene $scene, PrintInk $inks): string
    {
        $art = $picture->art;
        $ground = [$scene->light->red, $scene->light->green, $scene->light->blue];
        $rgb = $clear = '';
        foreach (str_split($art->rgba, 4) as $pixel) {
            $alpha = ord($pixel[3]);
            for ($i = 0; $i < 3; $i++) {
                $rgb .= chr((int) round((ord($pixel[$i]) * $alpha + $ground[$i] * (255 - $alpha)) / 255));
            }
            $clear .= $alpha < 8 ? "\xFF" : "\0";
        }
        $components = $inks === PrintInk::Cmyk ? 4 : 3;
        $pixels = str_split($inks->pixels($rgb), $components);
        $data = '';
        foreach (str_split($clear) as $i => $byte) {
            $data .= $byte.$pixels[$i];
        }
        $size = sprintf('/Width %d /Height %d /ImageMatrix [%1$d 0 0 %2$d 0 0] /BitsPerComponent 8', $art->width, $art->height);

        // A masked image (PLRM 4.10.6): a byte before each pixel says whether it is left out.
        return sprintf("gsave /%s setcolorspace %.4F %.4F translate %.4F %.4F scale\n", $inks->space(), $picture->x, $picture->y, $picture->width, $picture->height)
            ."<< /ImageType 3 /InterleaveType 1\n"
            ."/DataDict << /ImageType 1 $size /Decode [".implode(' ', array_fill(0, $components, '0 1'))."] /DataSource currentfile /ASCIIHexDecode filter >>\n"
            ."/MaskDict << /ImageType 1 $size /Decode [0 1] >>\n>> image\n"
            .chunk_split(bin2hex($data), 120, "\n").">\ngrestore\n";
    }
}
