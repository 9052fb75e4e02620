<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function abs;
use function count;
use function intdiv;
use function max;
use function min;
use function ord;

/** Greys along a straight line through a plane, and the bars and spaces in them. */
final class BarLine
{
    /** Parts of a pixel in which edges are told. */
    public const PARTS = 16;

    /** Difference of greys, of 127, that makes an edge. */
    private const SWING = 9;

    /** The same in the noisiest picture that is looked at. */
    private const NOISY = 40;

    /** Bits behind the point in places between pixels, which are counted in whole numbers. */
    private const POINT = 20;

    /** Edges a pixel: bars of single pixels have half as many as pixels, noise has more. */
    private const BUSY = 0.66;

    /**
     * Greys where a line crosses the columns, or the rows if it is steeper, in proportion between two pixels.
     *
     * @return list<int>
     */
    public static function greys(GreyPlane $plane, float $x, float $y, float $dx, float $dy, int $count): array
    {
        $pixels = $plane->pixels;
        $width = $plane->width;
        $greys = [];
        if (abs($dx) >= abs($dy)) {
            $column = (int) $x;
            $by = $dx > 0 ? 1 : -1;
            $right = $width - 1;
            $last = $plane->height - 2;
            $place = (int) ($y * (1 << self::POINT));
            $step = (int) round($dy * (1 << self::POINT));
            for ($i = 0; $i < $count && $column >= 0 && $column <= $right; $i++, $column += $by, $place += $step) {
                $row = $place >> self::POINT;
                if ($row < 0 || $row > $last) {
                    $row = $row < 0 ? 0 : $last;
                }
                $at = $row * $width + $column;
                $own = ord($pixels[$at]);
                $greys[] = $own + ((($place - ($row << self::POINT)) * (ord($pixels[$at + $width]) - $own)) >> self::POINT);
            }
        } else {
            $row = (int) $y;
            $by = $dy > 0 ? 1 : -1;
            $bottom = $plane->height - 1;
            $last = $width - 2;
            $place = (int) ($x * (1 << self::POINT));
            $step = (int) round($dx * (1 << self::POINT));
            for ($i = 0; $i < $count && $row >= 0 && $row <= $bottom; $i++, $row += $by, $place += $step) {
                $column = $place >> self::POINT;
                if ($column < 0 || $column > $last) {
                    $column = $column < 0 ? 0 : $last;
                }
                $at = $row * $width + $column;
                $own = ord($pixels[$at]);
                $greys[] = $own + ((($place - ($column << self::POINT)) * (ord($pixels[$at + 1]) - $own)) >> self::POINT);
            }
        }

        return $greys;
    }

    /**
     * Where the greys pass half way from a dark end to a light one, each bar and space having its own: so a blur that
     * takes the strength of narrow bars leaves their edges.
     *
     * @param  list<int>  $greys
     * @return list<int> sixteenths of a pixel from the start; the first edge leads into a bar
     */
    public static function edges(array $greys): array
    {
        for ($swing = self::SWING; $swing <= self::NOISY; $swing *= 2) {
            $ends = self::ends($greys, $swing);
            // More edges than bars can have are noise, and bars have to rise above it.
            if (count($ends) < self::BUSY * count($greys)) {
                return self::between($greys, $ends);
            }
        }

        return [];
    }

    /**
     * Ends of the rises and falls, light ones first.
     *
     * @param  list<int>  $greys
     * @return list<array{int, int}> place and grey
     */
    private static function ends(array $greys, int $swing): array
    {
        if ($greys === []) {
            return [];
        }
        $ends = [];
        $low = $high = $greys[0];
        $lowAt = $highAt = 0;
        $falling = null;
        foreach ($greys as $i => $grey) {
            if ($grey > $high) {
                $high = $grey;
                $highAt = $i;
            }
            if ($grey < $low) {
                $low = $grey;
                $lowAt = $i;
            }
            if ($falling !== true && $grey < $high - $swing) {
                $ends[] = [$highAt, $high];
                $falling = true;
                $low = $grey;
                $lowAt = $i;
            } elseif ($falling !== false && $grey > $low + $swing) {
                if ($falling === null) {
                    // The line begins in the dark.
                    $ends[] = [0, $low + 2 * $swing];
                }
                $ends[] = [$lowAt, $low];
                $falling = false;
                $high = $grey;
                $highAt = $i;
            }
        }
        if ($falling === null) {
            return [];
        }
        $ends[] = $falling ? [$lowAt, $low] : [$highAt, $high];

        return $ends;
    }

    /**
     * @param  list<int>  $greys
     * @param  list<array{int, int}>  $ends
     * @return list<int>
     */
    private static function between(array $greys, array $ends): array
    {
        $edges = [];
        for ($k = 1, $last = count($ends); $k < $last; $k++) {
            [$from, $a] = $ends[$k - 1];
            [$to, $b] = $ends[$k];
            $half = intdiv($a + $b, 2);
            $i = $from;
            if ($a > $b) {
                while ($i < $to && $greys[$i] > $half) {
                    $i++;
                }
            } else {
                while ($i < $to && $greys[$i] < $half) {
                    $i++;
                }
            }
            $step = $i > 0 ? $greys[$i] - $greys[$i - 1] : 0;
            $edges[] = self::PARTS * $i + ($step === 0 ? 0 : max(-self::PARTS, min(0, intdiv(self::PARTS * ($half - $greys[$i]), $step))));
        }

        return $edges;
    }
}
