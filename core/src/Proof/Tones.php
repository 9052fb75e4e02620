<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** Tones of a picture, a byte each. */
final class Tones
{
    /** Halfway between the darkest and the lightest. */
    public static function middle(string $tones): float
    {
        $all = array_keys(count_chars($tones === '' ? "\0" : $tones, 1));

        return ($all[0] + $all[count($all) - 1]) / 2;
    }
}
