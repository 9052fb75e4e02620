<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use Imagick;

/** Bounds within which ImageMagick works, beside those of its policy file (config/imagemagick/policy.xml). */
final class ImageMagick
{
    /** Bytes of pixels in memory: twelve megapixels twice, at eight bytes a pixel. */
    public const MEMORY = 300_000_000;

    /** Pixels that fit into that once, with room for a copy of a part. */
    public const PIXELS = 33_000_000;

    /** One thread, and nothing outside memory: a picture that does not fit is refused, not written to disk. */
    public static function prepare(): void
    {
        foreach ([
            Imagick::RESOURCETYPE_THREAD => 1,
            Imagick::RESOURCETYPE_MEMORY => self::MEMORY,
            Imagick::RESOURCETYPE_MAP => 0,
            Imagick::RESOURCETYPE_DISK => 0,
        ] as $type => $most) {
            Imagick::setResourceLimit($type, $most);
        }
    }
}
