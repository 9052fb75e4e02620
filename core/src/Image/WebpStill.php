<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

/** The first picture of a WebP file (RFC 9649) as a file of its own: no animation, no profile, no other data. */
final class WebpStill
{
    private const MAX_CHUNKS = 2_000;

    /** @throws InvalidPicture when the file does not hold together */
    public static function of(string $bytes): string
    {
        $chunks = self::chunks($bytes, 12);
        if (isset($chunks['ANMF'])) {
            // Behind sixteen bytes of place and time a frame has chunks like a file of its own (2.7.1.1).
            $chunks = self::chunks($chunks['ANMF'], 16);
        }
        $lossy = $chunks['VP8 '] ?? null;
        $lossless = $chunks['VP8L'] ?? null;
        if ($lossless !== null) {
            return self::file(self::chunk('VP8L', $lossless));
        }
        if ($lossy === null || strlen($lossy) < 10) {
            throw self::broken();
        }
        if (! isset($chunks['ALPH'])) {
            return self::file(self::chunk('VP8 ', $lossy));
        }
        /** @var array{1: int, 2: int} $size */
        $size = unpack('v2', $lossy, 6);
        $canvas = substr(pack('V', ($size[1] & 0x3FFF) - 1), 0, 3).substr(pack('V', ($size[2] & 0x3FFF) - 1), 0, 3);

        return self::file(self::chunk('VP8X', "\x10\0\0\0".$canvas).self::chunk('ALPH', $chunks['ALPH']).self::chunk('VP8 ', $lossy));
    }

    /**
     * The first chunk of each name.
     *
     * @return array<string, string>
     */
    private static function chunks(string $bytes, int $at): array
    {
        $chunks = [];
        for ($count = 0; $at + 8 <= strlen($bytes) && $count < self::MAX_CHUNKS; $count++) {
            /** @var array{1: int} $length */
            $length = unpack('V', $bytes, $at + 4);
            if ($length[1] > strlen($bytes) - $at - 8) {
                throw self::broken();
            }
            $chunks[substr($bytes, $at, 4)] ??= substr($bytes, $at + 8, $length[1]);
            $at += 8 + $length[1] + $length[1] % 2;
            if (isset($chunks['ANMF']) || isset($chunks['VP8L']) || isset($chunks['VP8 '])) {
                break;
            }
        }

        return $chunks;
    }

    private static function chunk(string $name, string $data): string
    {
        return $name.pack('V', strlen($data)).$data.(strlen($data) % 2 === 1 ? "\0" : '');
    }

    private static function file(string $chunks): string
    {
        return 'RIFF'.pack('V', strlen($chunks) + 4).'WEBP'.$chunks;
    }

    private static function broken(): InvalidPicture
    {
        return new InvalidPicture('The WebP file is cut off or damaged.');
    }
}
