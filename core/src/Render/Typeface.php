<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use FontLib\Font;
use FontLib\Glyph\OutlineComposite;
use FontLib\Glyph\OutlineSimple;
use FontLib\TrueType\File;
use KeenGlyph\Core\Finish\InvalidFinish;
use RuntimeException;

/** Outlines of the shipped face, whose tables (OpenType cmap, hmtx and glyf) dompdf/php-font-lib reads. */
final class Typeface
{
    /** Latin with western accents first, then the rest of Latin. */
    private const FILES = ['schibsted-grotesk-latin-600-normal.ttf', 'schibsted-grotesk-latin-ext-600-normal.ttf'];

    private const COMPOSITE_DEPTH = 4;

    /** Bit of a component whose numbers scale it: as fractions of 2 to the 14th (glyf, WE_HAVE_A_SCALE and its like). */
    private const SCALED = 0x08 | 0x40 | 0x80;

    /** @var array<int, Path> outlines by glyph, one unit an em, the baseline at 0 */
    private array $outlines = [];

    /**
     * @param  array<int, int>  $glyphs  by code point
     * @param  array<int, int>  $advances  by glyph, in the face's own units
     * @param  array<int, mixed>  $shapes  of the library, by glyph
     */
    private function __construct(
        private readonly array $glyphs,
        private readonly array $advances,
        private readonly array $shapes,
        private readonly int $unitsPerEm,
    ) {
    }

    /**
     * A line of text as outlines.
     *
     * @param  float  $em  its size
     * @return array{Path, float} the outlines from x = 0 with the baseline at y = 0, and the line's width
     *
     * @throws InvalidFinish when the face lacks a character
     */
    public static function line(string $text, float $em, string $field = 'caption.text'): array
    {
        $paths = [];
        $pen = 0.0;
        foreach (mb_str_split($text) as $character) {
            [$face, $glyph] = self::faceFor($character, $field);
            $paths[] = $face->outline($glyph)->placed($em, $em, $pen, 0.0);
            $pen += ($face->advances[$glyph] ?? 0) / $face->unitsPerEm * $em;
        }

        return [(new Path)->and(...$paths), $pen];
    }

    /** @return array{self, int} */
    private static function faceFor(string $character, string $field): array
    {
        $code = mb_ord($character, 'UTF-8');
        foreach (array_keys(self::FILES) as $i) {
            $face = self::face($i);
            if (isset($face->glyphs[$code])) {
                return [$face, $face->glyphs[$code]];
            }
        }

        throw new InvalidFinish($field, "The shipped face has no “{$character}”; it has the letters of Latin script, digits and signs.");
    }

    private static function face(int $index): self
    {
        /** @var array<int, self> $faces */
        static $faces = [];

        return $faces[$index] ??= self::load(dirname(__DIR__, 2).'/resources/fonts/'.self::FILES[$index]);
    }

    private static function load(string $file): self
    {
        $font = is_file($file) ? Font::load($file) : null;
        if (! $font instanceof File) {
            throw new RuntimeException("The face $file is missing or damaged.");
        }
        /** @var array<int, int> $glyphs */
        $glyphs = $font->getUnicodeCharMap();
        /** @var array<int, array{int, int}> $metrics */
        $metrics = $font->getData('hmtx');
        /** @var array<int, mixed> $shapes */
        $shapes = $font->getData('glyf');
        $unitsPerEm = $font->getData('head', 'unitsPerEm');

        return new self($glyphs, array_map(static fn (array $one): int => $one[0], $metrics), $shapes, is_int($unitsPerEm) ? $unitsPerEm : 1000);
    }

    private function outline(int $glyph, int $depth = 0): Path
    {
        if (isset($this->outlines[$glyph])) {
            return $this->outlines[$glyph];
        }
        $shape = $this->shapes[$glyph] ?? null;
        $path = match (true) {
            $shape instanceof OutlineSimple => $this->simple($shape),
            $shape instanceof OutlineComposite && $depth < self::COMPOSITE_DEPTH => $this->composite($shape, $depth),
            default => new Path,
        };

        return $this->outlines[$glyph] = $path;
    }

    private function simple(OutlineSimple $shape): Path
    {
        $shape->parseData();
        /** @var list<array{x: int, y: int, onCurve: int, endOfContour: bool}> $all */
        $all = $shape->points ?? [];
        $commands = [];
        $points = [];
        foreach ($all as $point) {
            // The y axis points up in the face and down here.
            $points[] = [$point['x'] / $this->unitsPerEm, -$point['y'] / $this->unitsPerEm, $point['onCurve'] !== 0];
            if ($point['endOfContour']) {
                array_push($commands, ...self::contour($points));
                $points = [];
            }
        }

        return new Path($commands);
    }

    /**
     * Points on and off quadratic curves to cubic ones; between two off points lies one that is on.
     *
     * @param  list<array{float, float, bool}>  $points
     * @return list<array{string, list<float>}>
     */
    private static function contour(array $points): array
    {
        $count = count($points);
        if ($count < 2) {
            return [];
        }
        $start = 0;
        while ($start < $count && ! $points[$start][2]) {
            $start++;
        }
        $points = $start === $count ? [self::middle($points[0], $points[$count - 1]), ...$points] : [...array_slice($points, $start), ...array_slice($points, 0, $start)];
        $points[] = $points[0];
        [$x, $y] = $points[0];
        $commands = [['M', [$x, $y]]];
        for ($i = 1, $count = count($points); $i < $count; $i++) {
            if ($points[$i][2]) {
                [$x, $y] = $points[$i];
                $commands[] = ['L', [$x, $y]];

                continue;
            }
            [$cx, $cy] = $points[$i];
            $to = $points[$i + 1][2] ? $points[++$i] : self::middle($points[$i], $points[$i + 1]);
            $commands[] = ['C', [$x + 2 / 3 * ($cx - $x), $y + 2 / 3 * ($cy - $y), $to[0] + 2 / 3 * ($cx - $to[0]), $to[1] + 2 / 3 * ($cy - $to[1]), $to[0], $to[1]]];
            [$x, $y] = $to;
        }
        $commands[] = ['Z', []];

        return $commands;
    }

    /**
     * @param  array{float, float, bool}  $a
     * @param  array{float, float, bool}  $b
     * @return array{float, float, bool}
     */
    private static function middle(array $a, array $b): array
    {
        return [($a[0] + $b[0]) / 2, ($a[1] + $b[1]) / 2, true];
    }

    private function composite(OutlineComposite $shape, int $depth): Path
    {
        $shape->parseData();
        $path = new Path;
        foreach ($shape->components as $component) {
            /** @var array{flags: int, glyphIndex: int, a: int|float, b: int|float, c: int|float, d: int|float, e: int|float, f: int|float} $part */
            $part = get_object_vars($component);
            $scale = ($part['flags'] & self::SCALED) !== 0 ? 16384 : 1;
            // The y axis points up in the face and down here, which turns the mixed terms too.
            $path = $path->and($this->outline($part['glyphIndex'], $depth + 1)->transformed(new AffineMap(
                $part['a'] / $scale, -$part['b'] / $scale, -$part['c'] / $scale, $part['d'] / $scale, $part['e'] / $this->unitsPerEm, -$part['f'] / $this->unitsPerEm,
            )));
        }

        return $path;
    }
}
