<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Lines at one angle that cover a picture side by side. */
final readonly class LineField
{
    /** Pixels of a line that are too few for a symbol. */
    private const SHORT = 40;

    /**
     * @param  float  $dx  a step along a line: a whole pixel of the axis that it follows more
     * @param  float  $first  where the first line begins on the side of the picture, and as far before it as the slant carries it
     * @param  float  $last  where the last one does
     * @param  int  $across  pixels of the picture across the lines
     * @param  int  $along  and along them
     * @param  ?array<int, true>  $rows  of blocks of bars that lines must cross; null when they may lie anywhere
     */
    private function __construct(
        private GreyPlane $plane,
        private float $dx,
        private float $dy,
        public float $first,
        public float $last,
        public int $across,
        public int $along,
        private BarPlaces $places,
        private ?array $rows,
    ) {
    }

    /**
     * @param  float  $degrees  at which the lines run, clockwise from level
     * @param  BarPlaces  $places  where bars may be
     */
    public static function of(GreyPlane $plane, float $degrees, BarPlaces $places): self
    {
        $radians = deg2rad($degrees);
        [$dx, $dy] = [cos($radians), sin($radians)];
        $scale = 1 / max(abs($dx), abs($dy));
        [$dx, $dy] = [$dx * $scale, $dy * $scale];
        $level = abs($dx) >= abs($dy);
        $across = $level ? $plane->height : $plane->width;
        $along = $level ? $plane->width : $plane->height;
        $slant = ($level ? $dy : $dx) * $along * ($level ? ($dx <=> 0) : ($dy <=> 0));

        return new self($plane, $dx, $dy, min(0.0, -$slant), $across + max(0.0, -$slant), $across, $along, $places, $places->lines($degrees));
    }

    /** Whether a line crosses a row of bars. */
    public function crossesBars(float $at): bool
    {
        [$x, $y] = $this->start($at);

        return $this->rows === null || isset($this->rows[$this->places->row($x * $this->plane->scale, $y * $this->plane->scale, $this->dx, $this->dy)]);
    }

    /**
     * What of a line is in the picture.
     *
     * @param  float  $at  pixels: where it begins on the picture's side
     * @return ?PictureLine null when that is too little
     */
    public function line(float $at): ?PictureLine
    {
        $level = abs($this->dx) >= abs($this->dy);
        [$x, $y] = $this->start($at);
        // Before the line enters the picture and after it leaves there is nothing to see.
        $slope = $level ? $this->dy : $this->dx;
        [$enter, $leave] = [0, $this->along];
        if (abs($slope) > 1e-6) {
            $a = -$at / $slope;
            $b = ($this->across - 1 - $at) / $slope;
            $enter = (int) max(0, ceil(min($a, $b)));
            $leave = (int) min($this->along, floor(max($a, $b)));
        } elseif ($at < 0 || $at >= $this->across) {
            return null;
        }

        return $leave - $enter < self::SHORT
            ? null
            : new PictureLine($this->plane, $at, $x + $enter * $this->dx, $y + $enter * $this->dy, $this->dx, $this->dy, $leave - $enter);
    }

    /** @return array{float, float} the first pixel of a line, whether it is in the picture or before it */
    private function start(float $at): array
    {
        return abs($this->dx) >= abs($this->dy)
            ? [$this->dx > 0 ? 0.0 : $this->plane->width - 1.0, $at]
            : [$at, $this->dy > 0 ? 0.0 : $this->plane->height - 1.0];
    }
}
