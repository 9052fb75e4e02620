<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** x′ = a·x + c·y + e and y′ = b·x + d·y + f, the matrix of SVG's transforms (CSS Transforms 1, 12). */
final readonly class AffineMap
{
    public function __construct(
        public float $a = 1.0,
        public float $b = 0.0,
        public float $c = 0.0,
        public float $d = 1.0,
        public float $e = 0.0,
        public float $f = 0.0,
    ) {
    }

    /** Moves every point; lengths in the units of the path. */
    public static function moved(float $x, float $y): self
    {
        return new self(e: $x, f: $y);
    }

    /** Multiplies every point. */
    public static function scaled(float $x, float $y): self
    {
        return new self($x, d: $y);
    }

    /** Turns about a point, clockwise where y points down. */
    public static function turned(float $degrees, float $x = 0.0, float $y = 0.0): self
    {
        [$cos, $sin] = [cos(deg2rad($degrees)), sin(deg2rad($degrees))];

        return new self($cos, $sin, -$sin, $cos, $x - $cos * $x + $sin * $y, $y - $sin * $x - $cos * $y);
    }

    /** This map of what the inner one makes of a point. */
    public function after(self $inner): self
    {
        return new self(
            $this->a * $inner->a + $this->c * $inner->b,
            $this->b * $inner->a + $this->d * $inner->b,
            $this->a * $inner->c + $this->c * $inner->d,
            $this->b * $inner->c + $this->d * $inner->d,
            $this->a * $inner->e + $this->c * $inner->f + $this->e,
            $this->b * $inner->e + $this->d * $inner->f + $this->f,
        );
    }

    /** Whether every number of it is finite and at most so large. */
    public function isWithin(float $limit): bool
    {
        foreach ([$this->a, $this->b, $this->c, $this->d, $this->e, $this->f] as $number) {
            if (! is_finite($number) || abs($number) > $limit) {
                return false;
            }
        }

        return true;
    }
}
