<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** How well greys agree with the tones that should stand there: Pearson's coefficient. */
final class Correlation
{
    /** Sum of squares that is taken for that of a flat stretch, which has no tone to agree with, a sample. */
    public const FLAT = 4.0;

    /**
     * @param  array<int, float|int>  $greys
     * @param  list<float|int>  $tones  1 light, -1 dark, or the greys that there should be
     * @param  float  $flat  square of a difference of greys, a sample, that counts as nothing
     * @return float -1 to 1
     */
    public static function of(array $greys, array $tones, float $flat = 0.0): float
    {
        $count = count($greys);
        $mean = array_sum($greys) / $count;
        $middle = array_sum($tones) / $count;
        [$both, $own, $other] = [0.0, $flat * $count + 1e-9, 1e-9];
        foreach ($greys as $i => $grey) {
            $grey -= $mean;
            $tone = $tones[$i] - $middle;
            $both += $grey * $tone;
            $own += $grey * $grey;
            $other += $tone * $tone;
        }

        return $both / sqrt($own * $other);
    }
}
