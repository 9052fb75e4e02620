<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What a picture file gave. */
final readonly class PictureOutcome
{
    /**
     * @param  int  $width  pixels, turned as the file says
     * @param  float  $ms  from the file's bytes to the symbols
     */
    public function __construct(
        public int $width,
        public int $height,
        public float $ms,
        public ReadOutcome $outcome,
    ) {
    }
}
