<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

/** Format and size of a picture, from its first bytes alone: nothing is decoded. */
final readonly class PictureHeader
{
    /**
     * @param  'png'|'jpeg'|'webp'|'pgm'  $format
     * @param  int  $length  bytes of the header, where the pixels follow it as they are
     */
    private function __construct(
        public string $format,
        public int $width,
        public int $height,
        public int $length = 0,
    ) {
    }

    /**
     * PNG (ISO/IEC 15948 11.2.2), JPEG (ISO/IEC 10918-1 B.2.2), WebP (RFC 9649) or a binary portable graymap, which
     * is what a camera's frames are sent as: its pixels need no decoding.
     *
     * @throws InvalidPicture when it is none of these or carries no size
     */
    public static function of(string $bytes): self
    {
        $header = match (true) {
            str_starts_with($bytes, "\x89PNG\r\n\x1A\n") => self::png($bytes),
            str_starts_with($bytes, "\xFF\xD8\xFF") => self::jpeg($bytes),
            str_starts_with($bytes, 'RIFF') && substr($bytes, 8, 4) === 'WEBP' => self::webp($bytes),
            str_starts_with($bytes, 'P5') => self::pgm($bytes),
            default => throw new InvalidPicture('This is not a picture that can be read here: choose a PNG, JPEG or WebP file.'),
        };
        if ($header->width < 1 || $header->height < 1) {
            throw new InvalidPicture('The picture has no width or no height.');
        }

        return $header;
    }

    private static function png(string $bytes): self
    {
        if (substr($bytes, 12, 4) !== 'IHDR' || strlen($bytes) < 33) {
            throw self::broken('PNG');
        }

        return new self('png', self::number($bytes, 16, 4), self::number($bytes, 20, 4));
    }

    private static function jpeg(string $bytes): self
    {
        [$width, $height] = JpegSegments::size($bytes);

        return new self('jpeg', $width, $height);
    }

    /** The file with nothing in it but its first picture. @throws InvalidPicture */
    public function cleaned(string $bytes): string
    {
        return match ($this->format) {
            'png' => PngChunks::cleaned($bytes),
            'jpeg' => JpegSegments::cleaned($bytes),
            'webp' => WebpStill::of($bytes),
            default => $bytes,
        };
    }

    private static function webp(string $bytes): self
    {
        if (strlen($bytes) < 30) {
            throw self::broken('WebP');
        }
        // What is decoded is the first picture, whatever the canvas of the whole is.
        $bytes = WebpStill::of($bytes);
        $little = static fn (int $at, int $length): int => self::number(strrev(substr($bytes, $at, $length)), 0, $length);

        return match (substr($bytes, 12, 4)) {
            'VP8 ' => new self('webp', $little(26, 2) & 0x3FFF, $little(28, 2) & 0x3FFF),
            'VP8L' => new self('webp', ($little(21, 4) & 0x3FFF) + 1, ($little(21, 4) >> 14 & 0x3FFF) + 1),
            'VP8X' => new self('webp', $little(24, 3) + 1, $little(27, 3) + 1),
            default => throw self::broken('WebP'),
        };
    }

    private static function pgm(string $bytes): self
    {
        if (preg_match('/^P5\s+(\d{1,5})\s+(\d{1,5})\s+255\s/', substr($bytes, 0, 64), $match) !== 1) {
            throw self::broken('PGM');
        }

        return new self('pgm', (int) $match[1], (int) $match[2], strlen($match[0]));
    }

    /** Unsigned, most significant byte first. */
    private static function number(string $bytes, int $at, int $length): int
    {
        return (int) hexdec(bin2hex(substr($bytes, $at, $length)));
    }

    private static function broken(string $format): InvalidPicture
    {
        return new InvalidPicture("The $format file is cut off or damaged.");
    }
}
