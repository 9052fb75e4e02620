<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

/** Light that falls on a sensor while a picture is made: a number a pixel, 1 fills it. */
final class LightPlane
{
    /** Radius of the widest disc, in pixels: nothing is read through one that is wider. */
    private const WIDEST = 32.0;

    /** Places at most along a movement at which the picture is added up. */
    private const TAPS = 32;

    /** @param  array<int, float>  $light  row by row, width times height */
    public function __construct(public readonly int $width, public readonly int $height, public array $light)
    {
    }

    /** The spot of a lens: a bell of this standard deviation, in pixels, made of steps of three pixels. */
    public function soften(float $deviation): void
    {
        $left = $deviation ** 2;
        while ($left > 1e-3) {
            $step = min(0.5, $left);
            $this->threes($step / 2);
            $left -= $step;
        }
    }

    /** Out of focus: each point becomes an even disc. */
    public function disc(float $diameterPx): void
    {
        $radius = min(self::WIDEST, $diameterPx / 2);
        if ($radius < 0.25) {
            return;
        }
        [$width, $height] = [$this->width, $this->height];
        $reach = (int) floor($radius);
        $chords = [];
        $area = 0.0;
        for ($dy = -$reach; $dy <= $reach; $dy++) {
            // A row as high as a pixel is as wide as the disc is in its middle.
            $chords[$dy] = max(0.5, sqrt(max(0.0, $radius ** 2 - $dy ** 2)));
            $area += 2 * $chords[$dy];
        }
        // Sums along each row, its ends gone on with far enough.
        $pad = $reach + 2;
        $sums = [];
        for ($y = 0; $y < $height; $y++) {
            $row = [0.0];
            $sum = 0.0;
            for ($x = -$pad; $x < $width + $pad; $x++) {
                $row[] = $sum += $this->light[$y * $width + max(0, min($width - 1, $x))];
            }
            $sums[] = $row;
        }
        $out = [];
        for ($y = 0; $y < $height; $y++) {
            $line = array_fill(0, $width, 0.0);
            foreach ($chords as $dy => $half) {
                $row = $sums[max(0, min($height - 1, $y + $dy))];
                $from = $pad + 0.5 - $half;
                $to = $pad + 0.5 + $half;
                [$i, $j] = [(int) $from, (int) $to];
                [$s, $t] = [$from - $i, $to - $j];
                for ($x = 0; $x < $width; $x++) {
                    $line[$x] += $row[$j] + $t * ($row[$j + 1] - $row[$j]) - $row[$i] - $s * ($row[$i + 1] - $row[$i]);
                    $i++;
                    $j++;
                }
            }
            foreach ($line as $value) {
                $out[] = $value / $area;
            }
        }
        $this->light = $out;
    }

    /** Moved while the shutter was open. */
    public function smear(float $lengthPx, float $degrees): void
    {
        if ($lengthPx < 0.3) {
            return;
        }
        // Two places a pixel, so that each may stand for the pixel it lies in. Longer ones leave nothing to read, however finely they are added up.
        $taps = min(self::TAPS, (int) ceil(2 * $lengthPx) + 1);
        [$stepX, $stepY] = [$lengthPx * cos(deg2rad($degrees)), $lengthPx * sin(deg2rad($degrees))];
        [$width, $height, $light] = [$this->width, $this->height, $this->light];
        $out = array_fill(0, $width * $height, 0.0);
        for ($k = 0; $k < $taps; $k++) {
            $share = ($k + 0.5) / $taps - 0.5;
            [$dx, $dy] = [(int) round($share * $stepX), (int) round($share * $stepY)];
            $columns = [];
            for ($x = 0; $x < $width; $x++) {
                $columns[] = max(0, min($width - 1, $x + $dx));
            }
            for ($y = 0, $i = 0; $y < $height; $y++) {
                $from = max(0, min($height - 1, $y + $dy)) * $width;
                foreach ($columns as $column) {
                    $out[$i++] += $light[$from + $column];
                }
            }
        }
        foreach ($out as $i => $sum) {
            $out[$i] = $sum / $taps;
        }
        $this->light = $out;
    }

    /** @param  float  $side  weight of the pixel on each side */
    private function threes(float $side): void
    {
        [$width, $height, $light] = [$this->width, $this->height, $this->light];
        $own = 1 - 2 * $side;
        $out = [];
        for ($y = 0, $i = 0; $y < $height; $y++) {
            $last = $light[$i];
            for ($x = 1; $x < $width; $x++, $i++) {
                $here = $light[$i];
                $out[] = $own * $here + $side * ($last + $light[$i + 1]);
                $last = $here;
            }
            $out[] = $own * $light[$i] + $side * ($last + $light[$i]);
            $i++;
        }
        $light = [];
        for ($x = 0; $x < $width; $x++) {
            $light[] = $own * $out[$x] + $side * ($out[$x] + $out[$height > 1 ? $x + $width : $x]);
        }
        $end = $width * ($height - 1);
        for ($i = $width; $i < $end; $i++) {
            $light[] = $own * $out[$i] + $side * ($out[$i - $width] + $out[$i + $width]);
        }
        for ($i = max($end, $width); $i < $width * $height; $i++) {
            $light[] = $own * $out[$i] + $side * ($out[$i - $width] + $out[$i]);
        }
        $this->light = $light;
    }
}
