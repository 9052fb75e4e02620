<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

/** Bounds that a picture must keep before any of it is decoded. */
final readonly class PictureLimits
{
    public function __construct(
        public int $bytes = 10_000_000,
        public int $pixels = 12_000_000,
    ) {
    }
}
