<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Draws a symbol as SVG: the ground and one path, in modules, with nothing outside the file. */
final class SvgRenderer
{
    /**
     * The origin of the view box is the symbol's top left module; the quiet zone lies before it.
     *
     * @param  string  $title  read out by screen readers
     */
    public static function render(ModuleMatrix $matrix, Finish $finish, Layout $layout, string $title, ?Overlay $overlay = null): string
    {
        $left = self::number(-$layout->before / $layout->modulePx);
        $top = self::number(-$layout->above / $layout->modulePx);
        $across = self::number($layout->sidePx / $layout->modulePx);
        $down = self::number($layout->heightPx / $layout->modulePx);
        $title = htmlspecialchars($title, ENT_QUOTES | ENT_XML1 | ENT_SUBSTITUTE, 'UTF-8');
        $title = (string) preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F\x{FFFE}\x{FFFF}]/u', "\u{FFFD}", $title);

        $boxes = '';
        foreach ($overlay->boxes ?? [] as [$x, $y, $width, $height, $dark]) {
            $boxes .= sprintf('<rect x="%s" y="%s" width="%s" height="%s" fill="%s"/>', self::number($x), self::number($y), self::number($width), self::number($height), ($dark ? $finish->dark : $finish->light)->hex());
        }

        return sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%d" viewBox="%s %s %s %s" role="img" shape-rendering="crispEdges">'
            .'<title>%s</title><rect x="%3$s" y="%4$s" width="%5$s" height="%6$s" fill="%8$s"/><path fill="%9$s" d="%10$s"/>%11$s</svg>'."\n",
            $layout->sidePx,
            $layout->heightPx,
            $left,
            $top,
            $across,
            $down,
            $title,
            $finish->light->hex(),
            $finish->dark->hex(),
            self::path($matrix),
            $boxes,
        );
    }

    /** Runs of dark modules as closed boxes, in relative moves. */
    public static function path(ModuleMatrix $matrix): string
    {
        $path = '';
        foreach (ModuleRuns::of($matrix) as [$x, $y, $length, $height]) {
            $path .= "M$x {$y}h{$length}v{$height}h-{$length}z";
        }

        return $path;
    }

    private static function number(float $value): string
    {
        return rtrim(rtrim(number_format($value, 6, '.', ''), '0'), '.');
    }
}
