<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Widths along a line, in modules. */
final class BarWidths
{
    /** Blank needed before a symbol, in modules of its first bars: half of what EAN-8 asks for. */
    public const QUIET = 3.5;

    /**
     * Some runs as whole modules that add up to what they must.
     *
     * @param  list<int>  $runs
     * @return ?string a digit a run; null when a run is wider than four modules or their sum does not come out
     */
    public static function digits(array $runs, int $at, int $count, int $modules): ?string
    {
        $slice = array_slice($runs, $at, $count);
        $total = array_sum($slice);
        if (count($slice) < $count || $total === 0) {
            return null;
        }
        $digits = '';
        $sum = 0;
        foreach ($slice as $run) {
            $width = (int) round($run * $modules / $total);
            if ($width < 1 || $width > 4) {
                return null;
            }
            $digits .= $width;
            $sum += $width;
        }

        return $sum === $modules ? $digits : null;
    }

    /**
     * Some runs as narrow and wide elements.
     *
     * @param  list<int>  $runs
     * @param  float  $narrow  width of a narrow element
     */
    public static function elements(array $runs, int $at, int $count, float $narrow): string
    {
        $elements = '';
        foreach (array_slice($runs, $at, $count) as $run) {
            $elements .= $run > 1.75 * $narrow ? ($run > 4.2 * $narrow ? 'x' : 'w') : 'n';
        }

        return $elements;
    }
}
