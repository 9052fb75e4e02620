<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** A mark of pixels, already decoded and bounded. */
final readonly class PixelArt implements MarkArt
{
    /** Longest side that is kept. */
    public const MAX_PX = 192;

    /**
     * @param  string  $rgba  four bytes a pixel, row by row, alpha not multiplied in
     * @param  string  $png  the same as a PNG file of our own writing
     */
    public function __construct(
        public int $width,
        public int $height,
        public string $rgba,
        public string $png,
    ) {
    }

    public function toArray(): array
    {
        return ['picture' => 'data:image/png;base64,'.base64_encode($this->png)];
    }
}
