<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use Imagick;
use ImagickException;
use ImagickPixel;
use KeenGlyph\Core\Finish\Colour;

/** Picture file to luminance plane. With PictureEncoder the only place that touches an image extension. */
final class PictureDecoder
{
    /** Pixels of a side: longer ones are strips that no camera and no program for symbols makes, and expensive line by line. */
    private const LONGEST = 16_384;

    /** @param  ?Colour  $paper  what transparent pictures are laid on; white when null */
    public function __construct(private readonly PictureLimits $limits = new PictureLimits, private readonly ?Colour $paper = null)
    {
    }

    /**
     * Format and size, within the limits; nothing is decoded.
     *
     * @throws InvalidPicture when it is over the limits, of another format or damaged
     */
    public function header(string $bytes): PictureHeader
    {
        if ($bytes === '') {
            throw new InvalidPicture('The file is empty.');
        }
        if (strlen($bytes) > $this->limits->bytes) {
            throw new InvalidPicture(sprintf('The file is %.1f MB; %.0f MB is the most.', strlen($bytes) / 1e6, $this->limits->bytes / 1e6));
        }
        $header = PictureHeader::of($bytes);
        if ($header->width * $header->height > $this->limits->pixels) {
            throw new InvalidPicture(sprintf(
                'The picture is %d × %d pixels (%.1f megapixels); %.0f megapixels is the most.',
                $header->width,
                $header->height,
                $header->width * $header->height / 1e6,
                $this->limits->pixels / 1e6,
            ));
        }
        if (max($header->width, $header->height) > self::LONGEST) {
            throw new InvalidPicture(sprintf('The picture is %d × %d pixels; a side has at most %d.', $header->width, $header->height, self::LONGEST));
        }

        return $header;
    }

    /** What decoding takes at the most, estimated from the pixels (measured on the machine of docs/reading.md, doubled). */
    public function milliseconds(PictureHeader $header): float
    {
        $nanoseconds = ['pgm' => 0.5, 'jpeg' => 30.0, 'png' => 60.0, 'webp' => 60.0][$header->format];

        return $header->width * $header->height * $nanoseconds / 1e6;
    }

    /**
     * The first frame, turned as its EXIF orientation says, transparency laid on the paper.
     *
     * @param  string  $bytes  a PNG, JPEG or WebP file, or a binary portable graymap
     *
     * @throws InvalidPicture when it is over the limits (checked before decoding), of another format or damaged
     */
    public function decode(string $bytes): LuminancePlane
    {
        $header = $this->header($bytes);
        if ($header->format === 'pgm') {
            if (strlen($bytes) !== $header->length + $header->width * $header->height) {
                throw new InvalidPicture('The PGM file is cut off or damaged.');
            }

            return new LuminancePlane($header->width, $header->height, substr($bytes, $header->length));
        }
        $plain = $header->format === 'png' ? PlainPng::decode($bytes) : null;
        try {
            return $plain ?? $this->toPlane($bytes, $header);
        } catch (ImagickException $e) {
            throw new InvalidPicture('The '.strtoupper($header->format).' file is damaged and cannot be decoded.', 0, $e);
        }
    }

    /**
     * Red, green and blue each as a grey picture: ink that luminance hardly tells from its paper is dark in one of
     * them. None of a picture without colours.
     *
     * @return list<LuminancePlane>
     *
     * @throws InvalidPicture as decode() does
     */
    public function channels(string $bytes): array
    {
        $header = PictureHeader::of($bytes);
        if ($header->format === 'pgm') {
            return [];
        }
        try {
            $frame = $this->frame($bytes, $header);
        } catch (ImagickException $e) {
            throw new InvalidPicture('The '.strtoupper($header->format).' file is damaged and cannot be decoded.', 0, $e);
        }
        if ($frame->getImageColorspace() === Imagick::COLORSPACE_GRAY) {
            return [];
        }
        $planes = [];
        foreach ([Imagick::CHANNEL_RED, Imagick::CHANNEL_GREEN, Imagick::CHANNEL_BLUE] as $channel) {
            $one = clone $frame;
            $one->separateImageChannel($channel);
            $planes[] = self::grey($one);
        }

        return $planes[0]->pixels === $planes[1]->pixels && $planes[1]->pixels === $planes[2]->pixels ? [] : $planes;
    }

    private function toPlane(string $bytes, PictureHeader $header): LuminancePlane
    {
        return self::grey($this->frame($bytes, $header));
    }

    private static function grey(Imagick $frame): LuminancePlane
    {
        $frame->setImageFormat('GRAY');

        return new LuminancePlane($frame->getImageWidth(), $frame->getImageHeight(), $frame->getImageBlob());
    }

    /**
     * The first frame, upright, and without transparency unless it is kept.
     *
     * @internal
     *
     * @param  ?int  $enough  pixels of a side that are enough: a JPEG is then decoded at a fraction of its size that still has them
     *
     * @throws ImagickException
     */
    public function frame(string $bytes, PictureHeader $header, bool $keepsClear = false, ?int $enough = null): Imagick
    {
        ImageMagick::prepare();
        $picture = new Imagick;
        try {
            $halved = $enough === null ? 0 : (int) floor(log(max(1, max($header->width, $header->height) / max(1, $enough)), 2));
            if ($halved > 0) {
                $picture->setOption('jpeg:size', ($header->width >> $halved).'x'.($header->height >> $halved));
            }
            // The name's ending fixes the decoder: ImageMagick must not guess one from the content.
            $picture->readImageBlob($header->cleaned($bytes), 'picture.'.$header->format);
            if ($picture->getImageWidth() * $picture->getImageHeight() > $header->width * $header->height) {
                throw new InvalidPicture('The '.strtoupper($header->format).' file is damaged: it holds more than it states.');
            }
            $picture->setFirstIterator();
            $frame = $picture->getImage();
            $isSolid = ! $frame->getImageAlphaChannel();
            self::orient($frame);
            if ($isSolid && $keepsClear) {
                // Turning brings clear corners with it that no quarter turn needs.
                $frame->setImageAlphaChannel(Imagick::ALPHACHANNEL_DEACTIVATE);
            }
            if (! $keepsClear && $frame->getImageAlphaChannel()) {
                $frame->setImageBackgroundColor(new ImagickPixel($this->paper?->hex() ?? 'white'));
                $frame->setImageAlphaChannel(Imagick::ALPHACHANNEL_REMOVE);
            }
            $frame->setImageDepth(8);

            return $frame;
        } finally {
            $picture->clear();
        }
    }

    /** EXIF 2.3 orientation, tag 0x0112. */
    private static function orient(Imagick $frame): void
    {
        $turn = static fn (int $degrees): bool => $frame->rotateImage(new ImagickPixel('white'), $degrees);
        match ($frame->getImageOrientation()) {
            Imagick::ORIENTATION_TOPRIGHT => $frame->flopImage(),
            Imagick::ORIENTATION_BOTTOMRIGHT => $turn(180),
            Imagick::ORIENTATION_BOTTOMLEFT => $frame->flipImage(),
            Imagick::ORIENTATION_LEFTTOP => $frame->transposeImage(),
            Imagick::ORIENTATION_RIGHTTOP => $turn(90),
            Imagick::ORIENTATION_RIGHTBOTTOM => $frame->transverseImage(),
            Imagick::ORIENTATION_LEFTBOTTOM => $turn(270),
            default => true,
        };
    }
}
