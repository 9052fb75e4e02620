<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Symbol\BitString;

/** Draws a scene as PNG (ISO/IEC 15948), the resolution stated: a palette of 1 or 8 bits where the inks allow it, colours otherwise. */
final class PngRenderer
{
    /** Colours that change from pixel to pixel gain little from looking longer for repetitions. */
    private const COMPRESSION = [1 => 6, 3 => 3, 4 => 3];

    /** Pixels of a drawing whose rows all differ, because its edges are smoothed or its inks change: more would not fit into memory. */
    public const MAX_SMOOTH = 17_000_000;

    /** @throws InvalidFinish when a drawing that is not of plain squares has too many pixels */
    public static function render(Scene $scene): string
    {
        $pixels = $scene->layout->sidePx * $scene->layout->heightPx;
        if ($pixels > self::MAX_SMOOTH && ! $scene->isPlain()) {
            throw new InvalidFinish('size_px', sprintf('This drawing would have %.0f megapixels; %.0f is the most where shapes are round or inks change. Make it smaller, or take SVG, PDF or EPS, which have no pixels.', $pixels / 1e6, self::MAX_SMOOTH / 1e6));
        }
        $pixelRows = Raster::of($scene);
        [$rows, $depth] = [$pixelRows->rows, $pixelRows->depth];
        $compression = self::COMPRESSION[$depth];
        if ($depth > 1) {
            return PngFile::write($scene->layout->sidePx, $scene->layout->heightPx, 8, $depth === 3 ? PngFile::COLOURS : PngFile::ALPHA, $rows, [], $scene->layout->dpi, $compression);
        }
        // Nothing covers place 0 where the ground is drawn: then it has no need of a place.
        $used = count_chars(implode('', array_unique($rows)), 1);
        $places = array_keys($used);
        $to = '';
        foreach ($places as $new => $old) {
            $to .= chr($new);
        }
        $from = implode('', array_map('chr', $places));
        $few = count($places) <= 2;
        /** @var list<string> $packed */
        $packed = [];
        foreach ($rows as $y => $row) {
            if ($y > 0 && $row === $rows[$y - 1]) {
                $packed[] = $packed[$y - 1];

                continue;
            }
            $packed[] = $few ? BitString::toBytes(str_pad(strtr($row, $from, substr('01', 0, count($places))), 8 * intdiv($scene->layout->sidePx + 7, 8), '0')) : strtr($row, $from, $to);
        }
        $entries = [];
        foreach ($places as $place) {
            $entries[] = $pixelRows->palette[$place];
        }

        return PngFile::write($scene->layout->sidePx, $scene->layout->heightPx, $few ? 1 : 8, PngFile::PALETTE, $packed, $entries, $scene->layout->dpi, $compression);
    }
}
