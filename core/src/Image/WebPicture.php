<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use Imagick;
use ImagickException;

/**
 * A photograph as pages show it: upright, no larger than a phone needs, and without what a camera noted of its place,
 * time and owner.
 */
final readonly class WebPicture
{
    /** Pixels of the longer side. */
    private const LONGEST = 1600;

    private const QUALITY = 82;

    private function __construct(public string $bytes, public string $media, public int $width, public int $height)
    {
    }

    /**
     * JPEG, or WebP where parts of it are clear.
     *
     * @param  string  $bytes  a PNG, JPEG or WebP file
     *
     * @throws InvalidPicture when it is over the limits, of another format or damaged
     */
    public static function of(string $bytes, PictureLimits $limits = new PictureLimits): self
    {
        $decoder = new PictureDecoder($limits);
        $header = $decoder->header($bytes);
        if ($header->format === 'pgm') {
            throw new InvalidPicture('Take a PNG, JPEG or WebP picture.');
        }
        try {
            $frame = $decoder->frame($bytes, $header, true, self::LONGEST);
            // Asked first: scaling brings an empty channel with it.
            $isClear = (bool) $frame->getImageAlphaChannel();
            if (max($frame->getImageWidth(), $frame->getImageHeight()) > self::LONGEST) {
                $frame->thumbnailImage(self::LONGEST, self::LONGEST, true);
            }
            $frame->transformImageColorspace(Imagick::COLORSPACE_SRGB);
            $frame->stripImage();
            $frame->setImageFormat($isClear ? 'webp' : 'jpeg');
            $frame->setImageCompressionQuality(self::QUALITY);
            $made = new self($frame->getImageBlob(), $isClear ? 'image/webp' : 'image/jpeg', $frame->getImageWidth(), $frame->getImageHeight());
            $frame->clear();

            return $made;
        } catch (ImagickException $e) {
            throw new InvalidPicture('The '.strtoupper($header->format).' file is damaged and cannot be decoded.', 0, $e);
        }
    }
}
