<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use function abs;
use function ceil;
use function max;
use function min;

/**
 * Share of each pixel that a path covers, exact for its polygons: every edge adds the area to its right, signed by its
 * direction, and a sum along the row gives the winding. Only pixels that an edge crosses are kept, so large plain
 * shapes cost no more than their outline.
 */
final class Coverage
{
    /** Shares are rounded to multiples of this, so that a palette has room for the blends. */
    public const STEP = 15;

    /** @var array<int, array<int, float>> area by row and column */
    private array $cells = [];

    private function __construct(private readonly int $width, private readonly int $height)
    {
    }

    /**
     * @param  Path  $path  in pixels
     * @return array<int, string> by row that has anything: a byte a pixel, 0 to 255
     */
    public static function rows(Path $path, int $width, int $height, bool $evenOdd = false): array
    {
        $coverage = new self($width, $height);
        foreach ($path->polygons() as $points) {
            $count = count($points);
            for ($i = 0; $i < $count; $i++) {
                $coverage->edge($points[$i], $points[($i + 1) % $count]);
            }
        }

        return $coverage->summed($evenOdd);
    }

    /**
     * @param  array{float, float}  $from
     * @param  array{float, float}  $to
     */
    private function edge(array $from, array $to): void
    {
        if (abs($from[1] - $to[1]) < 1e-12) {
            return;
        }
        $sign = $from[1] < $to[1] ? 1.0 : -1.0;
        [[$x, $top], [$endX, $bottom]] = $sign > 0 ? [$from, $to] : [$to, $from];
        $slope = ($endX - $x) / ($bottom - $top);
        if ($top < 0.0) {
            $x -= $top * $slope;
            $top = 0.0;
        }
        $last = min($this->height, (int) ceil($bottom));
        for ($y = (int) $top; $y < $last; $y++) {
            $tall = min($y + 1.0, $bottom) - max((float) $y, $top);
            $next = $x + $slope * $tall;
            $this->stretch($y, $tall * $sign, min($x, $next), max($x, $next));
            $x = $next;
        }
    }

    /** An edge within one row, from `$left` to `$right`. */
    private function stretch(int $y, float $area, float $left, float $right): void
    {
        $left = max(0.0, min($left, (float) $this->width));
        $right = max(0.0, min($right, (float) $this->width));
        $first = (int) $left;
        $end = (int) ceil($right);
        $row = &$this->cells[$y];
        $row ??= [];
        if ($end <= $first + 1) {
            $share = ($left + $right) / 2 - $first;
            $row[$first] = ($row[$first] ?? 0.0) + $area * (1 - $share);
            $row[$first + 1] = ($row[$first + 1] ?? 0.0) + $area * $share;

            return;
        }
        $per = $area / ($right - $left);
        // The part of the edge in each pixel fills that pixel by half of what it crosses, and all to the right.
        $carried = 0.0;
        for ($column = $first; $column < $end; $column++) {
            [$a, $b] = [max($left, (float) $column), min($right, $column + 1.0)];
            $part = $per * ($b - $a);
            $inside = $part * ($column + 1 - ($a + $b) / 2);
            $row[$column] = ($row[$column] ?? 0.0) + $carried + $inside;
            $carried = $part - $inside;
        }
        $row[$end] = ($row[$end] ?? 0.0) + $carried;
    }

    /** @return array<int, string> */
    private function summed(bool $evenOdd): array
    {
        $rows = [];
        ksort($this->cells);
        foreach ($this->cells as $y => $cells) {
            ksort($cells);
            $bytes = '';
            $sum = 0.0;
            $at = 0;
            foreach ($cells as $x => $area) {
                if ($x >= $this->width) {
                    break;
                }
                if ($x > $at) {
                    $bytes .= str_repeat(self::byte($sum, $evenOdd), $x - $at);
                }
                $sum += $area;
                $bytes .= self::byte($sum, $evenOdd);
                $at = $x + 1;
            }
            if ($at < $this->width) {
                $bytes .= str_repeat(self::byte($sum, $evenOdd), $this->width - $at);
            }
            $rows[$y] = $bytes;
        }

        return $rows;
    }

    private static function byte(float $winding, bool $evenOdd): string
    {
        $share = abs($winding);
        if ($evenOdd) {
            $share = fmod($share, 2.0);
            $share = $share > 1.0 ? 2.0 - $share : $share;
        }

        return chr(self::STEP * (int) round(min(1.0, $share) * 255 / self::STEP));
    }
}
