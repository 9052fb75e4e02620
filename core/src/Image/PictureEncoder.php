<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use Imagick;
use ImagickException;
use ImagickPixel;
use KeenGlyph\Core\Finish\Colour;

/** Turns a PNG of ours into the other pixel formats. */
final class PictureEncoder
{
    /**
     * Lossless WebP: a symbol's edges stay exact.
     *
     * @throws PictureNotMade when the encoder gives no file
     */
    public static function webp(string $png): string
    {
        return self::encoded($png, 'WebP', static function (Imagick $picture): void {
            $picture->setImageFormat('webp');
            $picture->setOption('webp:lossless', 'true');
        });
    }

    /**
     * JPEG without chroma subsampling, so that coloured modules keep their edges; clear pixels show the paper.
     *
     * @param  int  $quality  1 to 100
     *
     * @throws PictureNotMade when the encoder gives no file
     */
    public static function jpeg(string $png, ?Colour $paper = null, float $dpi = 96.0, int $quality = 92): string
    {
        return self::encoded($png, 'JPEG', static function (Imagick $picture) use ($paper, $dpi, $quality): void {
            if ($picture->getImageAlphaChannel()) {
                $picture->setImageBackgroundColor(new ImagickPixel($paper?->hex() ?? 'white'));
                $picture->setImageAlphaChannel(Imagick::ALPHACHANNEL_REMOVE);
            }
            $picture->setImageUnits(Imagick::RESOLUTION_PIXELSPERINCH);
            $picture->setImageResolution($dpi, $dpi);
            $picture->setImageFormat('jpeg');
            $picture->setImageCompressionQuality($quality);
            $picture->setSamplingFactors(['1x1']);
        });
    }

    /** @param  callable(Imagick): void  $set */
    private static function encoded(string $png, string $name, callable $set): string
    {
        ImageMagick::prepare();
        $picture = new Imagick;
        try {
            $picture->readImageBlob($png, 'picture.png');
            $set($picture);
            $bytes = $picture->getImageBlob();
        } catch (ImagickException $e) {
            throw new PictureNotMade("The $name file could not be made at this size. Choose a smaller one, or PNG.", 0, $e);
        } finally {
            $picture->clear();
        }
        // The encoder has been seen to answer with nothing where memory ran out.
        if (strlen($bytes) < 32) {
            throw new PictureNotMade("The $name file could not be made at this size. Choose a smaller one, or PNG.");
        }

        return $bytes;
    }
}
