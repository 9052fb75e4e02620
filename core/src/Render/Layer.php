<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** One part of a scene as pixels. */
final readonly class Layer
{
    /**
     * @param  int  $left  first pixel column
     * @param  int  $top  first pixel row
     * @param  array<int, string>  $rows  coverage by row, a byte a pixel
     * @param  int  $tall  pixel rows that each of them stands for
     * @param  ?Paint  $paint  null for pictures, which have colours of their own
     * @param  list<string>  $colours  of a picture's rows, three bytes a pixel
     */
    public function __construct(
        public int $left,
        public int $top,
        public array $rows,
        public int $tall,
        public ?Paint $paint,
        public array $colours = [],
    ) {
    }

    /** Place of a pixel row in `$rows`; -1 above the layer. */
    public function place(int $y): int
    {
        return $y < $this->top ? -1 : intdiv($y - $this->top, $this->tall);
    }
}
