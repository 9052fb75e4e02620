<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Picture in two tones: one byte a pixel, "\1" dark and "\0" light. */
final readonly class BitPlane
{
    /** @param  string  $bits exactly width times height bytes */
    public function __construct(
        public int $width,
        public int $height,
        public string $bits,
    ) {
    }

    /** Row by row without a copy of the whole; y from 0. */
    public function row(int $y): string
    {
        return substr($this->bits, $y * $this->width, $this->width);
    }
}
