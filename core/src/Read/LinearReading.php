<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** One linear symbol read from a picture. */
final readonly class LinearReading
{
    /**
     * @param  string  $symbology  ean13, ean8, upca, upce, itf14, code128 or code39
     * @param  bool  $gs1  whether FNC1 stands first, so that the text is made of element strings
     * @param  array{array{float, float}, array{float, float}, array{float, float}, array{float, float}}  $corners  in pixels: top left, top right, bottom right, bottom left as the symbol stands
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

    private function holdsMiddleOf(self $other): bool
    {
        $x = array_sum(array_column($other->corners, 0)) / 4;
        $y = array_sum(array_column($other->corners, 1)) / 4;
        $xs = array_column($this->corners, 0);
        $ys = array_column($this->corners, 1);

        return $x >= min($xs) - 1 && $x <= max($xs) + 1 && $y >= min($ys) - 1 && $y <= max($ys) + 1;
    }
}
