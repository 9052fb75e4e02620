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
     * @param  int  $turned  degrees clockwise: 0, 90, 180 or 270
     */
    public function __construct(
        public string $symbology,
        public string $text,
        public bool $gs1,
        public array $corners,
        public float $modulePx,
        public int $turned,
    ) {
    }
}
