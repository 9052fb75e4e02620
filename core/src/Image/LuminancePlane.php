<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

/** Grey picture: one byte a pixel, row by row, 0 black to 255 white. */
final readonly class LuminancePlane
{
    /** @param  string  $pixels exactly width times height bytes */
    public function __construct(
        public int $width,
        public int $height,
        public string $pixels,
    ) {
        if (strlen($pixels) !== $width * $height) {
            throw new InvalidPicture('The grey plane does not have width times height bytes.');
        }
    }
}
