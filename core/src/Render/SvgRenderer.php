<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Draws a symbol as SVG: the ground and one path, in modules, with nothing outside the file. */
final class SvgRenderer
{
    /**
     * The origin of the view box is the symbol's top left module; the quiet zone lies before it.
     *
     * @param  string  $title  read out by screen readers
     */
    public static function render(ModuleMatrix $matrix, Finish $finish, Layout $layout, string $title): string
    {
        $from = self::number(-$layout->before / $layout->modulePx);
        $across = self::number($layout->sidePx / $layout->modulePx);
        $title = htmlspecialchars($title, ENT_QUOTES | ENT_XML1 | ENT_SUBSTITUTE, 'UTF-8');
        $title = (string) preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F\x{FFFE}\x{FFFF}]/u', "\u{FFFD}", $title);

        return sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%d" height="%1$d" viewBox="%s %2$s %s %3$s" role="img" shape-rendering="crispEdges">'
            .'<title>%s</title><rect x="%2$s" y="%2$s" width="%3$s" height="%3$s" fill="%s"/><path fill="%s" d="%s"/></svg>'."\n",
            $layout->sidePx,
            $from,
            $across,
            $title,
            $finish->light->hex(),
            $finish->dark->hex(),
            self::path($matrix),
        );
    }

    /** Runs of dark modules as closed boxes, in relative moves. */
    public static function path(ModuleMatrix $matrix): string
    {
        $path = '';
        foreach (ModuleRuns::of($matrix) as [$x, $y, $length]) {
            $path .= "M$x {$y}h{$length}v1h-{$length}z";
        }

        return $path;
    }

    private static function number(float $value): string
    {
        return rtrim(rtrim(number_format($value, 6, '.', ''), '0'), '.');
    }
}
