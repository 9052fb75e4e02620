<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** Tones of a picture, a byte each. */
final class GreyProfile
{
    /** Halfway between the darkest and the lightest. */
    public static function middle(string $tones): float
    {
        $all = array_keys(count_chars($tones === '' ? "\0" : $tones, 1));

        return ($all[0] + $all[count($all) - 1]) / 2;
    }

    /**
     * Where a line of tones changes between dark and light, in pixels from its start, to parts of a pixel: an edge that
     * crosses a pixel leaves it grey by its share. A line that is dark at its ends has an edge there.
     *
     * @return list<float>
     */
    public static function edges(string $tones, bool $reversed): array
    {
        $all = array_keys(count_chars($tones === '' ? "\0" : $tones, 1));
        [$low, $high] = [$all[0], max($all[0] + 1, $all[count($all) - 1])];
        $edges = [];
        $last = 0.0;
        for ($i = 0, $count = strlen($tones); $i <= $count; $i++) {
            $light = $i === $count ? 1.0 : (ord($tones[$i]) - $low) / ($high - $low);
            $dark = $i === $count ? 0.0 : ($reversed ? $light : 1 - $light);
            if (($last < 0.5) !== ($dark < 0.5)) {
                $isOuter = $i === 0 || $i === $count;
                $edges[] = $isOuter ? (float) $i : $i - 0.5 + ($last - 0.5) / ($last - $dark);
            }
            $last = $dark;
        }

        return $edges;
    }
}
