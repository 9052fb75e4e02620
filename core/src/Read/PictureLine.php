<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** A straight line through a picture. */
final readonly class PictureLine
{
    /**
     * @param  float  $at  pixels: where it begins on the picture's side, or before it
     * @param  float  $x  pixels: where it enters the picture
     * @param  float  $dx  a step along it
     * @param  int  $count  steps until it leaves
     */
    public function __construct(
        private GreyPlane $plane,
        public float $at,
        private float $x,
        private float $y,
        private float $dx,
        private float $dy,
        private int $count,
    ) {
    }

    /** @return list<int> the grey at each step, 0 to 127 */
    public function greys(): array
    {
        return BarLine::greys($this->plane, $this->x, $this->y, $this->dx, $this->dy, $this->count);
    }

    /**
     * What was read on it, as a place in the picture.
     *
     * @param  float  $from  steps along the line to where the symbol begins
     * @param  float  $to  and to where it ends
     * @param  bool  $backwards  whether it was read against the line
     */
    public function hit(BarText $text, float $from, float $to, bool $backwards): BarHit
    {
        return new BarHit($text, $this->at, $this->place($from), $this->place($to), $backwards);
    }

    /** @return array{float, float} */
    private function place(float $steps): array
    {
        return [$this->x + $steps * $this->dx, $this->y + $steps * $this->dy];
    }
}
