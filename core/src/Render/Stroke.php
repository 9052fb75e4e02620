<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** Lines of a width as outlines to fill: a box for each stretch, a disc where two meet, all run the same way so that they add up. */
final class Stroke
{
    /** Smallest angle between two stretches, in radians, that gets a round join. */
    private const BEND = 0.02;

    /**
     * @param  Path  $path  open outlines stay open
     * @param  float  $scale  pixels a unit that it will be looked at
     */
    public static function outline(Path $path, float $width, bool $roundEnds, float $scale): Path
    {
        $parts = [];
        $half = $width / 2;
        foreach ($path->lines($scale) as [$points, $closed]) {
            $points = self::distinct($points, $closed);
            $count = count($points);
            if ($count === 1 && $roundEnds) {
                $parts[] = Path::disc($points[0][0], $points[0][1], $half);
            }
            $stretches = $closed && $count > 2 ? $count : $count - 1;
            $last = null;
            for ($i = 0; $i < $stretches; $i++) {
                [$from, $to] = [$points[$i], $points[($i + 1) % $count]];
                $length = hypot($to[0] - $from[0], $to[1] - $from[1]);
                [$dx, $dy] = [($to[0] - $from[0]) / $length, ($to[1] - $from[1]) / $length];
                [$nx, $ny] = [-$dy * $half, $dx * $half];
                $parts[] = Path::polygon([[$from[0] - $nx, $from[1] - $ny], [$to[0] - $nx, $to[1] - $ny], [$to[0] + $nx, $to[1] + $ny], [$from[0] + $nx, $from[1] + $ny]]);
                $angle = atan2($dy, $dx);
                $isEnd = ! $closed && $i === 0;
                $bends = $last === null ? $closed || ($isEnd && $roundEnds) : abs(sin(($angle - $last) / 2)) * 2 > self::BEND;
                if ($bends) {
                    $parts[] = Path::disc($from[0], $from[1], $half);
                }
                $last = $angle;
            }
            if (! $closed && $roundEnds && $count > 1) {
                $parts[] = Path::disc($points[$count - 1][0], $points[$count - 1][1], $half);
            }
        }

        return (new Path)->and(...$parts);
    }

    /**
     * @param  list<array{float, float}>  $points
     * @return list<array{float, float}>
     */
    private static function distinct(array $points, bool $closed): array
    {
        $distinct = [];
        foreach ($points as $point) {
            $last = $distinct[count($distinct) - 1] ?? null;
            if ($last === null || hypot($point[0] - $last[0], $point[1] - $last[1]) > 1e-6) {
                $distinct[] = $point;
            }
        }
        $count = count($distinct);
        if ($closed && $count > 1 && hypot($distinct[0][0] - $distinct[$count - 1][0], $distinct[0][1] - $distinct[$count - 1][1]) <= 1e-6) {
            array_pop($distinct);
        }

        return $distinct;
    }
}
