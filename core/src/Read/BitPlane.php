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

    /** Whether the pixel is dark; outside the picture everything is light. */
    public function isDark(int $x, int $y): bool
    {
        return $x >= 0 && $y >= 0 && $x < $this->width && $y < $this->height && $this->bits[$y * $this->width + $x] === "\1";
    }
}
