<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

/** What a picture has at a place between its pixels, in proportion to the four around it; beyond the picture its edge goes on. */
final class BetweenPixels
{
    /**
     * @param  float  $x  pixels from the left edge: the middle of the first pixel is at 0.5
     * @param  ?list<float>  $values  what each of the 256 greys stands for; the greys themselves when null
     */
    public static function at(LuminancePlane $picture, float $x, float $y, ?array $values = null): float
    {
        $x = max(0.0, min($picture->width - 1.0, $x - 0.5));
        $y = max(0.0, min($picture->height - 1.0, $y - 0.5));
        [$left, $top] = [(int) $x, (int) $y];
        [$right, $bottom] = [min($picture->width - 1, $left + 1), min($picture->height - 1, $top + 1)];
        [$s, $t] = [$x - $left, $y - $top];
        $a = ord($picture->pixels[$top * $picture->width + $left]);
        $b = ord($picture->pixels[$top * $picture->width + $right]);
        $c = ord($picture->pixels[$bottom * $picture->width + $left]);
        $d = ord($picture->pixels[$bottom * $picture->width + $right]);
        if ($values !== null) {
            [$a, $b, $c, $d] = [$values[$a], $values[$b], $values[$c], $values[$d]];
        }

        return (1 - $t) * ((1 - $s) * $a + $s * $b) + $t * ((1 - $s) * $c + $s * $d);
    }
}
