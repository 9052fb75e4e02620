<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use function ceil;
use function max;
use function min;

/** A part of a grey picture, made smaller by the mean of the pixels that come together. */
final class CutOut
{
    /**
     * @param  float  $left  bounds of the part in pixels; what lies outside the picture is left out
     * @param  int  $most  pixels of the longer side
     */
    public static function of(LuminancePlane $picture, float $left, float $top, float $right, float $bottom, int $most): LuminancePlane
    {
        $x0 = max(0, min($picture->width - 1, (int) $left));
        $y0 = max(0, min($picture->height - 1, (int) $top));
        $x1 = max($x0 + 1, min($picture->width, (int) ceil($right)));
        $y1 = max($y0 + 1, min($picture->height, (int) ceil($bottom)));
        $step = max(1, (int) ceil(max($x1 - $x0, $y1 - $y0) / $most));
        $pixels = '';
        for ($y = $y0; $y < $y1; $y += $step) {
            for ($x = $x0; $x < $x1; $x += $step) {
                [$sum, $count] = [0, 0];
                for ($j = $y; $j < min($y + $step, $y1); $j++) {
                    for ($i = $x; $i < min($x + $step, $x1); $i++) {
                        $sum += ord($picture->pixels[$j * $picture->width + $i]);
                        $count++;
                    }
                }
                $pixels .= chr((int) round($sum / $count));
            }
        }

        return new LuminancePlane((int) ceil(($x1 - $x0) / $step), (int) ceil(($y1 - $y0) / $step), $pixels);
    }
}
