<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** A finder pattern as it stands in the picture: its centre and the two steps of one module along its sides, in pixels of the full picture. */
final readonly class Finder
{
    /**
     * @param  float  $ux  one module along a side
     * @param  float  $vx  one module along the other side, a quarter turn on
     * @param  bool  $light  whether it is light on dark
     * @param  float  $clear  share of the directions looked into that are as they should be, 0 to 1
     */
    public function __construct(
        public float $x,
        public float $y,
        public float $ux,
        public float $uy,
        public float $vx,
        public float $vy,
        public bool $light,
        public float $clear = 1.0,
    ) {
    }

    /** Pixels a module: the side of a square as large as a module. */
    public function module(): float
    {
        return sqrt(abs($this->ux * $this->vy - $this->uy * $this->vx));
    }

    /** @return array{float, float} a place in modules along both sides from the centre */
    public function local(float $x, float $y): array
    {
        $dx = $x - $this->x;
        $dy = $y - $this->y;
        $area = $this->ux * $this->vy - $this->uy * $this->vx;

        return [($dx * $this->vy - $dy * $this->vx) / $area, ($dy * $this->ux - $dx * $this->uy) / $area];
    }

    /** @return array{float, float} the pixel so many modules from the centre */
    public function at(float $u, float $v): array
    {
        return [$this->x + $u * $this->ux + $v * $this->vx, $this->y + $u * $this->uy + $v * $this->vy];
    }

    /** The same pattern with its first side as near as may be to one direction and its second to another. */
    public function facing(float $ux, float $uy, float $vx, float $vy): self
    {
        $best = -INF;
        $found = $this;
        [$ax, $ay, $bx, $by] = [$this->ux, $this->uy, $this->vx, $this->vy];
        for ($turn = 0; $turn < 4; $turn++) {
            foreach ([[$ax, $ay, $bx, $by], [$bx, $by, $ax, $ay]] as [$px, $py, $qx, $qy]) {
                $fit = ($px * $ux + $py * $uy) / hypot($px, $py) / (hypot($ux, $uy) ?: 1.0) + ($qx * $vx + $qy * $vy) / hypot($qx, $qy) / (hypot($vx, $vy) ?: 1.0);
                if ($fit > $best) {
                    $best = $fit;
                    $found = new self($this->x, $this->y, $px, $py, $qx, $qy, $this->light, $this->clear);
                }
            }
            [$ax, $ay, $bx, $by] = [$bx, $by, -$ax, -$ay];
        }

        return $found;
    }

    /** The same pattern in a picture so many times as large. */
    public function scaled(float $factor): self
    {
        return new self($this->x * $factor, $this->y * $factor, $this->ux * $factor, $this->uy * $factor, $this->vx * $factor, $this->vy * $factor, $this->light, $this->clear);
    }
}
