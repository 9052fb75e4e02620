<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

use KeenGlyph\Core\Image\LuminancePlane;

/**
 * What saving as JPEG does to a grey picture: blocks of 8 by 8 pixels as cosines (ISO/IEC 10918-1, A.3.3), each rounded to
 * steps of the luminance table of its annex K scaled by a quality. What comes after loses nothing and is left out.
 */
final class BlockCompression
{
    /** Table K.1, row by row. */
    private const STEPS = [
        16, 11, 10, 16, 24, 40, 51, 61, 12, 12, 14, 19, 26, 58, 60, 55, 14, 13, 16, 24, 40, 57, 69, 56, 14, 17, 22, 29, 51, 87, 80, 62,
        18, 22, 37, 56, 68, 109, 103, 77, 24, 35, 55, 64, 81, 104, 113, 92, 49, 64, 78, 87, 103, 121, 120, 101, 72, 92, 95, 98, 112, 100, 103, 99,
    ];

    /** @param  int  $quality  1 to 100: 50 is the table itself, steps are halved by 75 and doubled by 25 */
    public static function apply(LuminancePlane $picture, int $quality): LuminancePlane
    {
        $scale = $quality < 50 ? 50 / max(1, $quality) : (100 - min(99, $quality)) / 50;
        $steps = array_map(static fn (int $step): float => max(1.0, round($step * $scale)), self::STEPS);
        $cosines = self::cosines();
        [$width, $height] = [$picture->width, $picture->height];
        $pixels = $picture->pixels;
        for ($top = 0; $top < $height; $top += 8) {
            for ($left = 0; $left < $width; $left += 8) {
                $block = [];
                for ($y = 0; $y < 8; $y++) {
                    $at = min($height - 1, $top + $y) * $width;
                    for ($x = 0; $x < 8; $x++) {
                        $block[] = ord($picture->pixels[$at + min($width - 1, $left + $x)]) - 128.0;
                    }
                }
                $block = self::times(self::times($block, $cosines, false), $cosines, false);
                foreach ($block as $i => $value) {
                    $block[$i] = round($value / $steps[$i]) * $steps[$i];
                }
                $block = self::times(self::times($block, $cosines, true), $cosines, true);
                for ($y = 0; $y < 8 && $top + $y < $height; $y++) {
                    for ($x = 0; $x < 8 && $left + $x < $width; $x++) {
                        $pixels[($top + $y) * $width + $left + $x] = chr((int) max(0, min(255, round($block[8 * $y + $x] + 128))));
                    }
                }
            }
        }

        return new LuminancePlane($width, $height, $pixels);
    }

    /**
     * One pass over a block, which comes out transposed: two passes transform both ways.
     *
     * @param  array<int, float>  $block
     * @param  array<int, float>  $cosines
     * @return array<int, float>
     */
    private static function times(array $block, array $cosines, bool $back): array
    {
        $out = array_fill(0, 64, 0.0);
        for ($row = 0; $row < 8; $row++) {
            for ($k = 0; $k < 8; $k++) {
                $sum = 0.0;
                for ($i = 0; $i < 8; $i++) {
                    $sum += $block[8 * $row + $i] * ($back ? $cosines[8 * $i + $k] : $cosines[8 * $k + $i]);
                }
                $out[8 * $k + $row] = $sum;
            }
        }

        return $out;
    }

    /** @return list<float> the transform's matrix, row by row */
    private static function cosines(): array
    {
        /** @var ?list<float> $cosines */
        static $cosines = null;
        if ($cosines === null) {
            $cosines = [];
            for ($k = 0; $k < 8; $k++) {
                for ($i = 0; $i < 8; $i++) {
                    $cosines[] = ($k === 0 ? sqrt(1 / 8) : 0.5) * cos((2 * $i + 1) * $k * M_PI / 16);
                }
            }
        }

        return $cosines;
    }
}
