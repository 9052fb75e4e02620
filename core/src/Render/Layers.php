<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Layout;

/** The parts of a scene as rows of pixels: what each covers, a byte a pixel. */
final class Layers
{
    /**
     * One row of each layer at a time, lowest first.
     *
     * @return list<Layer>
     */
    public static function of(Scene $scene): array
    {
        $layout = $scene->layout;
        $layers = [];
        foreach ($scene->parts as $part) {
            $layers[] = match (true) {
                $part instanceof ModuleField => self::field($part, $scene),
                $part instanceof Picture => self::picture($part, $scene),
                default => self::piece($part, $layout),
            };
        }

        return $layers;
    }

    /** Within the box around the path, as far as it lies on the sheet. */
    private static function piece(Piece $piece, Layout $layout): Layer
    {
        $path = $piece->path->placed($layout->modulePx, $layout->modulePx, $layout->before, $layout->above);
        $bounds = $path->bounds() ?? new Bounds(0, 0, 0, 0);
        $left = max(0, min($layout->sidePx, (int) floor($bounds->left)));
        $right = max($left, min($layout->sidePx, (int) ceil($bounds->right)));
        if ($right === $left) {
            return new Layer(0, 0, [], 1, $piece->paint);
        }

        return new Layer($left, 0, Coverage::rows($left === 0 ? $path : $path->placed(1, 1, -$left, 0), $right - $left, $layout->heightPx, $piece->evenOdd), 1, $piece->paint);
    }

    private static function field(ModuleField $field, Scene $scene): Layer
    {
        $px = $scene->layout->modulePx;
        $blank = str_repeat("\0", $px);
        $full = str_repeat("\xFF", $px);
        $lines = [];
        $tiles = [];
        foreach ($field->tiles as $character => $path) {
            $tiles[$character] = Coverage::rows($path->placed($px, $px, 0, 0), $px, $px);
        }
        $squares = [ModuleField::BLANK => $blank, ModuleField::SQUARE => $full];
        if ($tiles === []) {
            foreach ($field->rows as $row) {
                $lines[] = strtr($row, $squares);
            }

            return new Layer($scene->layout->before, $scene->layout->above, $lines, $px, $field->paint);
        }
        $maps = [];
        for ($y = 0; $y < $px; $y++) {
            $maps[] = $squares + array_map(static fn (array $rows): string => $rows[$y] ?? $blank, $tiles);
        }
        foreach ($field->rows as $row) {
            foreach ($maps as $map) {
                $lines[] = strtr($row, array_map(strval(...), $map));
            }
        }

        return new Layer($scene->layout->before, $scene->layout->above, $lines, 1, $field->paint);
    }

    private static function picture(Picture $picture, Scene $scene): Layer
    {
        $layout = $scene->layout;
        $left = (int) round($layout->before + $picture->x * $layout->modulePx);
        $top = (int) round($layout->above + $picture->y * $layout->modulePx);
        $width = max(1, (int) round($picture->width * $layout->modulePx));
        $height = max(1, (int) round($picture->height * $layout->modulePx));
        $scaled = PixelScaler::rows($picture->art, $width, $height);

        return new Layer($left, $top, array_column($scaled, 1), 1, null, array_column($scaled, 0));
    }
}
