<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Render\Paint;
use KeenGlyph\Core\Render\Path;
use KeenGlyph\Core\Render\Piece;
use KeenGlyph\Core\Render\Scene;

/**
 * Print and cut: four discs near the paper's corners, which a cutting machine's camera finds, and a drawing of the cuts with the
 * same discs. Both are in millimetres of the paper, so that whatever the printer shifted or scaled, disc goes on disc.
 */
final class CutSheet
{
    /** Of the discs' middles from the paper's edges, and their radius, in millimetres. */
    private const INSET = 10.0;

    private const RADIUS = 2.5;

    /** Blank that a disc needs around it. */
    private const CLEAR = 2.5;

    /** Whether no label lies where a disc has to be seen. */
    public static function hasRoom(LabelSheet $sheet): bool
    {
        $reach = self::RADIUS + self::CLEAR;
        for ($place = 0; $place < $sheet->perPage(); $place++) {
            [$left, $top] = self::drawn($sheet, $place);
            foreach (self::middles($sheet) as [$x, $y]) {
                if ($x + $reach > $left && $x - $reach < $left + $sheet->labelWidth && $y + $reach > $top && $y - $reach < $top + $sheet->labelHeight) {
                    return false;
                }
            }
        }

        return min($sheet->width, $sheet->height) > 2 * (self::INSET + $reach);
    }

    /** The discs as they are sent to the printer. */
    public static function discs(LabelSheet $sheet): Scene
    {
        [$width, $height] = [(int) ceil($sheet->width), (int) ceil($sheet->height)];
        $discs = array_map(static function (array $middle) use ($sheet): Piece {
            return new Piece(Path::disc(...[...$sheet->sent(...$middle), self::RADIUS]), Paint::of(Colour::fromHex('#000000')));
        }, self::middles($sheet));

        return new Scene(Layout::exactBars($width, $height, $width), $discs, Colour::fromHex('#FFFFFF'), 'Discs for cutting');
    }

    /**
     * The cuts as an SVG file at the paper's size: outlines in one group, discs in another.
     *
     * @param  float  $radius  of the labels' corners, in millimetres
     */
    public static function svg(LabelSheet $sheet, float $radius = 0.0): string
    {
        $cuts = '';
        for ($place = 0; $place < $sheet->perPage(); $place++) {
            [$left, $top] = self::drawn($sheet, $place);
            $cuts .= sprintf('<rect x="%.3F" y="%.3F" width="%.3F" height="%.3F"%s/>', $left, $top, $sheet->labelWidth, $sheet->labelHeight, $radius > 0 ? sprintf(' rx="%.3F"', min($radius, $sheet->labelWidth / 2, $sheet->labelHeight / 2)) : '');
        }
        $discs = implode('', array_map(static fn (array $middle): string => sprintf('<circle cx="%.3F" cy="%.3F" r="%.3F"/>', $middle[0], $middle[1], self::RADIUS), self::middles($sheet)));

        return sprintf(
            '<svg xmlns="http://www.w3.org/2000/svg" width="%1$.3Fmm" height="%2$.3Fmm" viewBox="0 0 %1$.3F %2$.3F"><title>Cuts of %3$d labels</title><g id="discs">%4$s</g><g id="cuts" fill="none" stroke="#ff0000" stroke-width="0.1">%5$s</g></svg>'."\n",
            $sheet->width, $sheet->height, $sheet->perPage(), $discs, $cuts,
        );
    }

    /** @return list<array{float, float}> */
    private static function middles(LabelSheet $sheet): array
    {
        [$right, $bottom] = [$sheet->width - self::INSET, $sheet->height - self::INSET];

        return [[self::INSET, self::INSET], [$right, self::INSET], [$right, $bottom], [self::INSET, $bottom]];
    }

    /** @return array{float, float} where a label is meant to be, without what corrects the printer */
    private static function drawn(LabelSheet $sheet, int $place): array
    {
        return [$sheet->left + $place % $sheet->columns * $sheet->pitchX, $sheet->top + intdiv($place, $sheet->columns) * $sheet->pitchY];
    }
}
