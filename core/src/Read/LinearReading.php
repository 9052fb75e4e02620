<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** One linear symbol read from a picture. */
final readonly class LinearReading
{
    /**
     * @param  string  $symbology  ean13, ean8, upca, upce, itf14, code128 or code39
     * @param  bool  $gs1  whether FNC1 stands first, so that the text is made of element strings
     * @param  array{Point, Point, Point, Point}  $corners  top left, top right, bottom right, bottom left as the symbol stands
     * @param  float  $modulePx  pixels a module
     * @param  int  $turned  degrees clockwise, 0 to 359
     * @param  int  $lines  lines across the picture that agree
     */
    public function __construct(
        public string $symbology,
        public string $text,
        public bool $gs1,
        public array $corners,
        public float $modulePx,
        public int $turned,
        public int $lines = 1,
    ) {
    }

    /** The same bars under another name. */
    public function as(string $symbology, string $text): self
    {
        return new self($symbology, $text, $this->gs1, $this->corners, $this->modulePx, $this->turned, $this->lines);
    }

    /** Whether the middle of one lies within the box around the other. */
    public function overlaps(self $other): bool
    {
        return $this->holdsMiddleOf($other) || $other->holdsMiddleOf($this);
    }

    /** The place in the middle of the four corners. */
    public function middle(): Point
    {
        return new Point(array_sum(array_column($this->corners, 'x')) / 4, array_sum(array_column($this->corners, 'y')) / 4);
    }

    private function holdsMiddleOf(self $other): bool
    {
        $middle = $other->middle();
        $xs = array_column($this->corners, 'x');
        $ys = array_column($this->corners, 'y');

        return $middle->x >= min($xs) - 1 && $middle->x <= max($xs) + 1 && $middle->y >= min($ys) - 1 && $middle->y <= max($ys) + 1;
    }
}
