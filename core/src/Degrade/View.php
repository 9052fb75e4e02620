<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

use KeenGlyph\Core\Read\Point;

/**
 * How a label stands before a pinhole camera. Places on the label are in millimetres from the middle of its symbol, places
 * in the picture in pixels from where the camera points. A label on a jar goes around it from side to side.
 */
final readonly class View
{
    /**
     * @param  array{float, float, float, float, float, float, float, float, float}  $turn  rotation of the label, row by row
     * @param  float  $focalPx  of the camera
     * @param  ?float  $radiusMm  of the jar; null when the label is flat
     */
    private function __construct(public array $turn, public float $focalPx, public float $distanceMm, public ?float $radiusMm)
    {
    }

    /** @param  float  $toward  degrees: the direction in the picture about which it is tilted */
    public static function of(DeviceModel $device, Situation $situation, float $toward): self
    {
        [$c, $s] = [cos(deg2rad($situation->turn)), sin(deg2rad($situation->turn))];
        [$ax, $ay] = [cos(deg2rad($toward)), sin(deg2rad($toward))];
        [$ct, $st] = [cos(deg2rad($situation->tilt)), sin(deg2rad($situation->tilt))];
        // Rodrigues about (ax, ay, 0), after the turn about the line of sight.
        $tilt = [
            $ct + $ax * $ax * (1 - $ct), $ax * $ay * (1 - $ct), $ay * $st,
            $ax * $ay * (1 - $ct), $ct + $ay * $ay * (1 - $ct), -$ax * $st,
            -$ay * $st, $ax * $st, $ct,
        ];
        $turn = [];
        foreach ([0, 3, 6] as $row) {
            array_push($turn, $tilt[$row] * $c + $tilt[$row + 1] * $s, -$tilt[$row] * $s + $tilt[$row + 1] * $c, $tilt[$row + 2]);
        }

        return new self($turn, $device->focalPx(), $situation->distanceMm, $situation->jarMm === null ? null : $situation->jarMm / 2);
    }

    /** Where a place on the label is in the picture. */
    public function project(float $x, float $y): Point
    {
        $z = 0.0;
        if ($this->radiusMm !== null) {
            $angle = max(-M_PI_2, min(M_PI_2, $x / $this->radiusMm));
            [$x, $z] = [$this->radiusMm * sin($angle), $this->radiusMm * (1 - cos($angle))];
        }
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $this->turn;
        $depth = max(1e-3, $this->distanceMm + $g * $x + $h * $y + $i * $z);

        return new Point($this->focalPx * ($a * $x + $b * $y + $c * $z) / $depth, $this->focalPx * ($d * $x + $e * $y + $f * $z) / $depth);
    }

    /**
     * Which place on the label each pixel of a row shows: flat ones as fractions whose parts grow evenly.
     *
     * @return array{float, float, float, float, float, float, float, float, float} numerator of x: at the row's start, a pixel further right, a pixel further down; the same of y; the same of the denominator
     */
    public function fractions(float $left, float $top): array
    {
        [$ox, $oy, $oz] = $this->camera();
        $first = $this->ray($left / $this->focalPx, $top / $this->focalPx, 1.0);
        $right = $this->ray(1 / $this->focalPx, 0.0, 0.0);
        $below = $this->ray(0.0, 1 / $this->focalPx, 0.0);
        $parts = [];
        // Where a ray meets the label's plane: x = (ox rz - oz rx) / rz, and y the same.
        foreach ([[$ox, 0], [$oy, 1]] as [$from, $axis]) {
            foreach ([$first, $right, $below] as $ray) {
                $parts[] = $from * $ray[2] - $oz * $ray[$axis];
            }
        }

        return [$parts[0], $parts[1], $parts[2], $parts[3], $parts[4], $parts[5], $first[2], $right[2], $below[2]];
    }

    /** @return array{float, float, float} a direction from the camera, in the label's frame: the rotation backwards */
    private function ray(float $x, float $y, float $z): array
    {
        [$a, $b, $c, $d, $e, $f, $g, $h, $i] = $this->turn;

        return [$a * $x + $d * $y + $g * $z, $b * $x + $e * $y + $h * $z, $c * $x + $f * $y + $i * $z];
    }

    /** @return array{float, float, float} where the camera is in the label's frame, millimetres */
    public function camera(): array
    {
        return [-$this->distanceMm * $this->turn[6], -$this->distanceMm * $this->turn[7], -$this->distanceMm * $this->turn[8]];
    }
}
