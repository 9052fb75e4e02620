<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** Inks that change over the symbol: along a line, or from its middle outwards. Its box is the symbol without quiet zone. */
final readonly class Gradient
{
    public const MAX_STOPS = 5;

    /**
     * @param  float  $angle  of a linear gradient in degrees clockwise from "to the right"; no part of a radial one
     * @param  list<array{float, Colour}>  $stops  place from 0 to 1, in order, and ink
     *
     * @throws InvalidFinish
     */
    public function __construct(
        public bool $radial,
        public float $angle,
        public array $stops,
    ) {
        if (count($stops) < 2 || count($stops) > self::MAX_STOPS) {
            throw new InvalidFinish('gradient.stops', 'A gradient has two to five inks.');
        }
        $last = 0.0;
        foreach ($stops as [$at]) {
            if ($at < $last || $at > 1.0) {
                throw new InvalidFinish('gradient.stops', 'The places of a gradient’s inks run from 0 to 1 in order.');
            }
            $last = $at;
        }
        if ($angle < 0.0 || $angle >= 360.0) {
            throw new InvalidFinish('gradient.angle', 'The angle is 0 to 359 degrees.');
        }
    }

    /** @return list<Colour> */
    public function inks(): array
    {
        return array_column($this->stops, 1);
    }

    /** @param  float  $place  0 to 1 along the gradient */
    public function at(float $place): Colour
    {
        [$from, $ink] = $this->stops[0];
        foreach ($this->stops as [$to, $next]) {
            if ($place <= $to) {
                return $to > $from ? $ink->towards($next, max(0.0, ($place - $from) / ($to - $from))) : $next;
            }
            [$from, $ink] = [$to, $next];
        }

        return $ink;
    }

    /**
     * The line along which a linear gradient runs, so that the corners of the box get the first and the last ink;
     * of a radial one, its middle and a corner.
     *
     * @param  float  $side  of the box, whose top left corner is the origin
     * @return array{float, float, float, float} from x, y to x, y
     */
    public function line(float $side): array
    {
        $middle = $side / 2;
        if ($this->radial) {
            return [$middle, $middle, $side, $side];
        }
        [$x, $y] = [cos(deg2rad($this->angle)), sin(deg2rad($this->angle))];
        $half = $middle * (abs($x) + abs($y));

        return [$middle - $x * $half, $middle - $y * $half, $middle + $x * $half, $middle + $y * $half];
    }
}
