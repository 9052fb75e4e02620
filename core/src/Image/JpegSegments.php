<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

/** What a JPEG file (ISO/IEC 10918-1 annex B) says of itself before its pixels; where that is in doubt it is refused. */
final class JpegSegments
{
    /** Megapixels times scans: each scan of a progressive file goes over all of them. */
    private const WORK = 160.0;

    private const SCANS = 60;

    /**
     * Width and height that the decoder will find.
     *
     * @return array{int, int}
     *
     * @throws InvalidPicture when bytes stand between segments, a frame stands twice, or the scans are too many
     */
    public static function size(string $bytes): array
    {
        $at = 2;
        $end = strlen($bytes) - 9;
        while ($at < $end) {
            $marker = ord($bytes[$at + 1]);
            // A decoder skips what is no marker and goes on to the next: a size could hide there.
            if ($bytes[$at] !== "\xFF" || $marker < 0xC0 || ($marker >= 0xD0 && $marker <= 0xD9)) {
                if ($bytes[$at] === "\xFF" && $marker === 0xFF) {
                    $at++;

                    continue;
                }
                throw self::broken();
            }
            $length = ord($bytes[$at + 2]) << 8 | ord($bytes[$at + 3]);
            if ($length < 2) {
                throw self::broken();
            }
            if ($marker <= 0xCF && ! in_array($marker, [0xC4, 0xC8, 0xCC], true)) {
                $size = [ord($bytes[$at + 7]) << 8 | ord($bytes[$at + 8]), ord($bytes[$at + 5]) << 8 | ord($bytes[$at + 6])];
                self::checkScans($bytes, $at, $size);

                return $size;
            }
            $at += 2 + $length;
        }

        throw self::broken();
    }

    /**
     * The file without the segments of applications but EXIF, which says which way is up.
     *
     * @throws InvalidPicture
     */
    public static function cleaned(string $bytes): string
    {
        $kept = "\xFF\xD8";
        $at = 2;
        while ($at + 4 <= strlen($bytes) && $bytes[$at] === "\xFF") {
            $marker = ord($bytes[$at + 1]);
            if ($marker === 0xFF) {
                $at++;

                continue;
            }
            if ($marker === 0xDA) {
                return $kept.substr($bytes, $at);
            }
            $length = 2 + (ord($bytes[$at + 2]) << 8 | ord($bytes[$at + 3]));
            // APP0 and APP14 say how colours are meant; profiles and comments only cost time.
            $isExif = $marker === 0xE1 && substr($bytes, $at + 4, 6) === "Exif\0\0";
            if ($marker < 0xE0 || $marker === 0xE0 || $marker === 0xEE || $isExif) {
                $kept .= substr($bytes, $at, $length);
            }
            $at += $length;
        }

        throw self::broken();
    }

    /** @param  array{int, int}  $size */
    private static function checkScans(string $bytes, int $from, array $size): void
    {
        $scans = substr_count($bytes, "\xFF\xDA", $from);
        if ($scans > self::SCANS || $scans * $size[0] * $size[1] / 1e6 > self::WORK) {
            throw new InvalidPicture('The JPEG file is written in more passes than are read here. Save it again as an ordinary JPEG.');
        }
    }

    private static function broken(): InvalidPicture
    {
        return new InvalidPicture('The JPEG file is cut off or damaged.');
    }
}
