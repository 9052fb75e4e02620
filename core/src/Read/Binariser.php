<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

/** Grey to two tones with one threshold for the whole picture. */
final class Binariser
{
    /** Threshold by Otsu's criterion: the grey that parts the histogram into two groups of least spread. */
    public static function global(LuminancePlane $plane): BitPlane
    {
        $threshold = self::threshold(count_chars($plane->pixels, 0));
        $all = implode('', array_map('chr', range(0, 255)));
        $tones = str_repeat("\1", $threshold + 1).str_repeat("\0", 255 - $threshold);

        return new BitPlane($plane->width, $plane->height, strtr($plane->pixels, $all, $tones));
    }

    /**
     * @param  array<int, int>  $histogram  pixels of each grey, 0 to 255
     * @return int the lightest grey that is still dark, 0 to 254
     */
    private static function threshold(array $histogram): int
    {
        $total = array_sum($histogram);
        $sum = 0;
        foreach ($histogram as $grey => $count) {
            $sum += $grey * $count;
        }
        $below = 0;
        $sumBelow = 0;
        $best = -1.0;
        $first = 127;
        $last = 127;
        for ($grey = 0; $grey < 255; $grey++) {
            $below += $histogram[$grey];
            $sumBelow += $grey * $histogram[$grey];
            if ($below === 0 || $below === $total) {
                continue;
            }
            $apart = $sumBelow / $below - ($sum - $sumBelow) / ($total - $below);
            $between = $below / $total * (1 - $below / $total) * $apart * $apart;
            if ($between > $best + 1e-9) {
                [$best, $first, $last] = [$between, $grey, $grey];
            } elseif ($between > $best - 1e-9) {
                $last = $grey;
            }
        }

        // Between two clear tones every grey is as good: the middle keeps away from both.
        return intdiv($first + $last, 2);
    }
}
