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
     * @return ?int a decimal digit a run, the first one in front; null when a run is wider than four modules or their sum does not come out
     */
    public static function digits(array $runs, int $at, int $count, int $modules): ?int
    {
        $total = 0;
        for ($i = $at, $end = $at + $count; $i < $end; $i++) {
            if (! isset($runs[$i])) {
                return null;
            }
            $total += $runs[$i];
        }
        $digits = 0;
        $off = $modules;
        for ($i = $at; $i < $end; $i++) {
            // Rounded by comparing: this is asked more often than anything else about a line.
            $twice = 2 * $modules * $runs[$i];
            if ($twice >= 9 * $total) {
                return null;
            }
            $width = $twice < 3 * $total ? 1 : ($twice < 5 * $total ? 2 : ($twice < 7 * $total ? 3 : 4));
            $off -= $width;
            $digits = 10 * $digits + $width;
        }
        if ($off === 0) {
            return $digits;
        }

        return $off === 1 || $off === -1 ? self::evened($runs, $at, $count, $modules, $total, $digits, $off) : null;
    }

    /**
     * Widths whose sum is one off: the run that was rounded farthest has to give way.
     *
     * @param  list<int>  $runs
     * @param  int  $total  of the runs
     * @param  int  $digits  their widths in whole modules
     * @param  int  $off  1 when a module is left, -1 when there is one too many
     */
    private static function evened(array $runs, int $at, int $count, int $modules, int $total, int $digits, int $off): ?int
    {
        // How far off the farthest is, in modules times the total, what it is worth in the number, and its width.
        [$most, $worth, $width] = [PHP_INT_MIN, 0, 0];
        $left = $digits;
        $power = 1;
        for ($i = $at + $count - 1; $i >= $at; $i--) {
            $own = $left % 10;
            $rest = $off * ($runs[$i] * $modules - $own * $total);
            if ($rest >= $most) {
                [$most, $worth, $width] = [$rest, $power, $own];
            }
            $left = intdiv($left, 10);
            $power *= 10;
        }
        $width += $off;

        return $width < 1 || $width > 4 || abs($most) < self::DOUBT * $total ? null : $digits + $off * $worth;
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
