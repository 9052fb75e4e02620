<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Gradient;

/** Draws a scene as SVG (SVG 2), in modules, with nothing outside the file. */
final class SvgRenderer
{
    /**
     * The origin of the view box is the symbol's top left module; the quiet zone lies before it.
     *
     * @param  bool  $physical  whether the size is stated in millimetres, for print, or in pixels, for pages
     */
    public static function render(Scene $scene, bool $physical = false): string
    {
        $layout = $scene->layout;
        $px = $layout->modulePx;
        [$width, $height] = $physical
            ? [sprintf('%smm', PathData::number($layout->sideMm())), sprintf('%smm', PathData::number($layout->heightMm()))]
            : [(string) $layout->sidePx, (string) $layout->heightPx];
        $body = $definitions = '';
        foreach ($scene->parts as $part) {
            if ($part instanceof Picture) {
                $body .= sprintf(
                    '<image x="%s" y="%s" width="%s" height="%s" preserveAspectRatio="none" href="data:image/png;base64,%s"/>',
                    self::number($part->x), self::number($part->y), self::number($part->width), self::number($part->height), base64_encode($part->art->png),
                );

                continue;
            }
            $data = $part instanceof ModuleField ? self::field($part) : self::relative($part->path);
            if ($data === '') {
                continue;
            }
            $fill = $part->paint->ink->hex();
            if ($part->paint->gradient !== null) {
                // The name depends on what it names, so several symbols may stand in one page.
                $definition = self::gradient($part->paint->gradient, $part->paint->side);
                $name = 'kg'.hash('crc32b', $definition);
                $fill = "url(#$name)";
                $definition = sprintf($definition, $name);
                $definitions .= str_contains($definitions, $definition) ? '' : $definition;
            }
            $box = $part instanceof Piece ? self::box($part->path) : null;
            $body .= $box === null
                ? sprintf('<path fill="%s"%s d="%s"/>', $fill, $part instanceof Piece && $part->evenOdd ? ' fill-rule="evenodd"' : '', $data)
                : sprintf('<rect x="%s" y="%s" width="%s" height="%s" fill="%s"/>', ...[...array_map(self::number(...), $box), $fill]);
        }

        return sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%s" height="%s" viewBox="%s %s %s %s" role="img"%s><title>%s</title>%s%s%s</svg>'."\n",
            $width,
            $height,
            self::number(-$layout->before / $px),
            self::number(-$layout->above / $px),
            self::number($layout->sidePx / $px),
            self::number($layout->heightPx / $px),
            $scene->isSquares() ? ' shape-rendering="crispEdges"' : '',
            self::text($scene->title),
            $scene->description === '' ? '' : '<desc>'.self::text($scene->description).'</desc>',
            $definitions === '' ? '' : "<defs>$definitions</defs>",
            $body,
        );
    }

    /** Modules in relative moves: runs of squares as boxes, other outlines once each from a shared piece of data. */
    private static function field(ModuleField $field): string
    {
        $data = '';
        foreach ($field->boxes() as $box) {
            $data .= "M$box->column {$box->row}h{$box->width}v{$box->height}h-{$box->width}z";
        }
        $tiles = [];
        foreach ($field->tiles as $character => $path) {
            foreach (self::outlines($path) as [$x, $y, $relative]) {
                $tiles[$character][] = [$x, $y, $relative];
            }
        }
        foreach ($tiles === [] ? [] : $field->rows as $row => $characters) {
            foreach (str_split($characters) as $column => $character) {
                foreach ($tiles[$character] ?? [] as [$x, $y, $relative]) {
                    $data .= 'M'.PathData::number($column + $x).' '.PathData::number($row + $y).$relative;
                }
            }
        }

        return $data;
    }

    private static function relative(Path $path): string
    {
        $data = '';
        foreach (self::outlines($path) as [$x, $y, $relative]) {
            $data .= 'M'.PathData::number($x).' '.PathData::number($y).$relative;
        }

        return $data;
    }

    /** @return list<array{float, float, string}> start of each outline, and the rest of it in relative commands */
    private static function outlines(Path $path): array
    {
        $starts = $rests = [];
        [$x, $y] = [0.0, 0.0];
        foreach ($path->commands as [$letter, $n]) {
            if ($letter === 'M') {
                [$x, $y] = [round($n[0], 3), round($n[1], 3)];
                $starts[] = [$x, $y];
                $rests[] = '';

                continue;
            }
            $more = 'z';
            if ($letter !== 'Z') {
                // Rounded where it ends, so that what is left over does not add up along the outline.
                [$toX, $toY] = array_map(static fn (float $value): float => round($value, 3), array_slice($n, -2));
                $more = match (true) {
                    $letter === 'C' => 'c'.self::pair($n[0] - $x, $n[1] - $y).self::joined($n[2] - $x, $n[3] - $y).self::joined($toX - $x, $toY - $y),
                    $toY === $y && $toX === $x => '',
                    $toY === $y => 'h'.PathData::number($toX - $x),
                    $toX === $x => 'v'.PathData::number($toY - $y),
                    default => 'l'.self::pair($toX - $x, $toY - $y),
                };
                [$x, $y] = [$toX, $toY];
            }
            $rests[count($rests) - 1] .= $more;
        }

        return array_map(static fn (array $start, string $rest): array => [...$start, $rest], $starts, $rests);
    }

    private static function pair(float $x, float $y): string
    {
        $second = PathData::number($y);

        return PathData::number($x).($second[0] === '-' ? '' : ' ').$second;
    }

    /** A pair after another number. */
    private static function joined(float $x, float $y): string
    {
        $pair = self::pair($x, $y);

        return ($pair[0] === '-' ? '' : ' ').$pair;
    }

    /** @return ?array{float, float, float, float} */
    private static function box(Path $path): ?array
    {
        $points = array_column($path->commands, 1);
        if (implode('', array_column($path->commands, 0)) !== 'MLLLZ' || $points[1][1] !== $points[0][1] || $points[2][0] !== $points[1][0] || $points[3][0] !== $points[0][0]) {
            return null;
        }

        return [$points[0][0], $points[0][1], $points[2][0] - $points[0][0], $points[2][1] - $points[0][1]];
    }

    /** With a place for its name. */
    private static function gradient(Gradient $gradient, float $side): string
    {
        $stops = '';
        foreach ($gradient->stops as [$at, $ink]) {
            $stops .= sprintf('<stop offset="%s" stop-color="%s"/>', PathData::number($at), $ink->hex());
        }
        [$x1, $y1, $x2, $y2] = array_map(PathData::number(...), $gradient->line($side));

        return $gradient->radial
            ? sprintf('<radialGradient id="%%s" gradientUnits="userSpaceOnUse" cx="%s" cy="%s" r="%s">%s</radialGradient>', $x1, $y1, PathData::number(hypot($side / 2, $side / 2)), $stops)
            : sprintf('<linearGradient id="%%s" gradientUnits="userSpaceOnUse" x1="%s" y1="%s" x2="%s" y2="%s">%s</linearGradient>', $x1, $y1, $x2, $y2, $stops);
    }

    private static function text(string $text): string
    {
        $escaped = htmlspecialchars($text, ENT_QUOTES | ENT_XML1 | ENT_SUBSTITUTE, 'UTF-8');

        return (string) preg_replace('/[\x00-\x08\x0B\x0C\x0E-\x1F\x{FFFE}\x{FFFF}]/u', "\u{FFFD}", $escaped);
    }

    private static function number(float $value): string
    {
        return rtrim(rtrim(number_format($value, 6, '.', ''), '0'), '.');
    }
}
