<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use Imagick;
use ImagickPixel;
use KeenGlyph\Core\Finish\Colour;

/** Turns a PNG of ours into the other pixel formats. */
final class PictureEncoder
{
    /** Lossless WebP: a symbol's edges stay exact. */
    public static function webp(string $png): string
    {
        $picture = self::open($png);
        $picture->setImageFormat('webp');
        $picture->setOption('webp:lossless', 'true');

        return $picture->getImageBlob();
    }

    /**
     * JPEG without chroma subsampling, so that coloured modules keep their edges; clear pixels show the paper.
     *
     * @param  int  $quality  1 to 100
     */
    public static function jpeg(string $png, ?Colour $paper = null, float $dpi = 96.0, int $quality = 92): string
    {
        $picture = self::open($png);
        if ($picture->getImageAlphaChannel()) {
            $picture->setImageBackgroundColor(new ImagickPixel($paper?->hex() ?? 'white'));
            $picture->setImageAlphaChannel(Imagick::ALPHACHANNEL_REMOVE);
        }
        $picture->setImageUnits(Imagick::RESOLUTION_PIXELSPERINCH);
        $picture->setImageResolution($dpi, $dpi);
        $picture->setImageFormat('jpeg');
        $picture->setImageCompressionQuality($quality);
        $picture->setSamplingFactors(['1x1']);

        return $picture->getImageBlob();
    }

    private static function open(string $png): Imagick
    {
        $picture = new Imagick;
        $picture->readImageBlob($png, 'picture.png');

        return $picture;
    }
}
