<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function count_chars;
use function ord;
use function str_repeat;
use function strlen;
use function substr;
use function substr_replace;

/** What a picture holds beside the symbols that have been read in it. */
final class Surroundings
{
    /** Modules around a symbol that its blurred edge may reach into; its quiet zone is four. */
    private const EDGE = 1.0;

    /** Difference of greys, of 127, up to which a surface is taken to be blank. */
    private const FLAT = 14;

    /**
     * Whether nothing but one tone is left.
     *
     * @param  list<SymbolFrame>  $frames  in pixels of the full picture
     */
    public static function areBlank(GreyPlane $plane, array $frames): bool
    {
        [$darkest, $lightest] = [127, 1];
        for ($y = 0; $y < $plane->height; $y++) {
            $row = substr($plane->pixels, $y * $plane->width, $plane->width);
            $tone = $row[0];
            foreach ($frames as $frame) {
                $margin = self::EDGE * $frame->modulePx + 1.5 * $plane->scale;
                $part = $frame->along(($y + 0.5) * $plane->scale, $margin);
                if ($part !== null) {
                    $from = max(0, (int) ($part[0] / $plane->scale));
                    $long = min($plane->width, (int) ceil($part[1] / $plane->scale)) - $from;
                    $row = $long < 1 ? $row : substr_replace($row, str_repeat($from > 0 ? $row[$from - 1] : $tone, $long), $from, $long);
                }
            }
            $tones = count_chars($row, 3);
            $darkest = min($darkest, ord($tones[0]));
            $lightest = max($lightest, ord($tones[strlen($tones) - 1]));
            if ($lightest - $darkest > self::FLAT) {
                return false;
            }
        }

        return true;
    }
}
