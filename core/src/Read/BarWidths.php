<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Widths along a line, in modules. */
final class BarWidths
{
    /** Blank needed before a symbol, in modules of its first bars: half of what EAN-8 asks for. */
    public const QUIET = 3.5;

    /** Factor by which a character may be wider or narrower than the rest: a slanted view makes one end wider. */
    private const EVEN = 1.3;

    /** Share of a module from the next whole number at which a width may be the one beyond. */
    private const DOUBT = 0.25;

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
        $widths = [];
        $rests = [0.0];
        foreach ($slice as $i => $run) {
            $exact = $run * $modules / $total;
            $width = max(1, (int) ($exact + 0.5));
            if ($width > 4) {
                return null;
            }
            $widths[$i] = $width;
            $rests[$i] = $exact - $width;
        }
        // When the sum is one off, the run that was rounded farthest has to give way.
        $off = $modules - array_sum($widths);
        if (abs($off) === 1) {
            $at = array_keys($rests, $off > 0 ? max($rests) : min($rests), true)[0];
            $widths[$at] += $off;
            if ($widths[$at] < 1 || $widths[$at] > 4 || abs($rests[$at]) < self::DOUBT) {
                return null;
            }
            $off = 0;
        }

        return $off === 0 ? implode('', $widths) : null;
    }

    /**
     * Whether characters that should be of one width are.
     *
     * @param  list<int>  $runs
     * @param  int  $count  characters
     * @param  positive-int  $each  runs of each
     */
    public static function areEven(array $runs, int $at, int $count, int $each): bool
    {
        $widths = array_map(array_sum(...), array_chunk(array_slice($runs, $at, $count * $each), $each));
        $mean = array_sum($widths) / max(1, count($widths));

        return $widths !== [] && max($widths) <= self::EVEN * $mean && min($widths) >= $mean / self::EVEN;
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
