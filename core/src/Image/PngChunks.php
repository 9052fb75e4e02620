<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use Closure;

/**
 * PNG files (ISO/IEC 15948) without what is not their pixels, and with no more of these than the header says: texts
 * and colour profiles may inflate to gigabytes, and so may pixels that nobody sees.
 */
final class PngChunks
{
    /** What is kept, with the most bytes of each: the pixels, and what says how they are meant. */
    private const KEPT = ['IHDR' => 13, 'PLTE' => 768, 'tRNS' => 768, 'gAMA' => 4, 'cHRM' => 32, 'sRGB' => 1, 'pHYs' => 9, 'eXIf' => 65_536];

    /** Parts of a file that are looked at. */
    private const MAX_CHUNKS = 20_000;

    /** Bytes that are inflated at once. */
    private const STEP = 65_536;

    /** Places of the seven passes of an interlaced picture: first column and row, steps (8.2). */
    private const PASSES = [[0, 0, 8, 8], [4, 0, 8, 8], [0, 4, 4, 8], [2, 0, 4, 4], [0, 2, 2, 4], [1, 0, 2, 2], [0, 1, 1, 2]];

    /**
     * The same picture with its data as they are where they inflate to just what the header promises, and else brought to that.
     *
     * @throws InvalidPicture when the file does not hold together, or its data are fewer or far more than its pixels need
     */
    public static function cleaned(string $bytes): string
    {
        $kept = [];
        $data = '';
        $at = 8;
        for ($count = 0; $at + 12 <= strlen($bytes); $count++) {
            /** @var array{1: int} $length */
            $length = unpack('N', $bytes, $at);
            $type = substr($bytes, $at + 4, 4);
            if ($count >= self::MAX_CHUNKS || $length[1] > strlen($bytes) - $at - 12) {
                throw self::broken();
            }
            if ($type === 'IDAT') {
                $data .= substr($bytes, $at + 8, $length[1]);
            } elseif (isset(self::KEPT[$type]) && ! isset($kept[$type]) && $length[1] <= self::KEPT[$type]) {
                $kept[$type] = substr($bytes, $at + 8, $length[1]);
            }
            $at += 12 + $length[1];
            if ($type === 'IEND') {
                break;
            }
        }
        if (strlen($kept['IHDR'] ?? '') !== 13) {
            throw self::broken();
        }
        $length = self::bytesOf($kept['IHDR']);
        $data = self::isExact($data, $length) ? $data : self::stored(self::inflated($data, $length));
        $file = "\x89PNG\r\n\x1A\n";
        foreach (array_keys(self::KEPT) as $type) {
            $file .= isset($kept[$type]) ? self::chunk($type, $kept[$type]) : '';
        }

        return $file.self::chunk('IDAT', $data).self::chunk('IEND', '');
    }

    /** Bytes of all lines with their filter bytes (9.2 and 7.2). */
    private static function bytesOf(string $header): int
    {
        /** @var array{width: int, height: int, depth: int, type: int, compression: int, filter: int, interlace: int} $h */
        $h = unpack('Nwidth/Nheight/Cdepth/Ctype/Ccompression/Cfilter/Cinterlace', $header);
        $channels = [0 => 1, 2 => 3, 3 => 1, 4 => 2, 6 => 4][$h['type']] ?? throw self::broken();
        if (! in_array($h['depth'], [1, 2, 4, 8, 16], true) || $h['interlace'] > 1) {
            throw self::broken();
        }
        $line = static fn (int $width): int => 1 + intdiv($width * $channels * $h['depth'] + 7, 8);
        if ($h['interlace'] === 0) {
            return $line($h['width']) * $h['height'];
        }
        $bytes = 0;
        foreach (self::PASSES as [$x, $y, $across, $down]) {
            $width = intdiv($h['width'] - $x + $across - 1, $across);
            $height = intdiv($h['height'] - $y + $down - 1, $down);
            $bytes += $width > 0 && $height > 0 ? $line($width) * $height : 0;
        }

        return $bytes;
    }

    /** Whether the data inflate to just so many bytes; nothing of it is kept. */
    private static function isExact(string $data, int $length): bool
    {
        $count = 0;
        $isWhole = self::inflate($data, $length, static function (string $part) use (&$count): void {
            $count += strlen($part);
        });

        return $isWhole && $count === $length;
    }

    /** Just so many bytes; what would come after them is never inflated, what is missing is black. */
    private static function inflated(string $data, int $length): string
    {
        $pixels = '';
        self::inflate($data, $length, static function (string $part) use (&$pixels): void {
            $pixels .= $part;
        });
        // A file that was cut off shows what is there of it.
        if (strlen($pixels) < $length / 2) {
            throw self::broken();
        }

        return str_pad(substr($pixels, 0, $length), $length, "\0");
    }

    /**
     * Hands on what comes out, in parts, until it is more than so many bytes.
     *
     * @param  Closure(string): void  $take
     * @return bool whether the stream came to its end
     */
    private static function inflate(string $data, int $length, Closure $take): bool
    {
        $inflater = inflate_init(ZLIB_ENCODING_DEFLATE);
        if ($inflater === false) {
            throw self::broken();
        }
        // A byte of input gives at most 1032 of output, so small steps bound what a hostile one can give at once.
        $step = max(256, min(self::STEP, intdiv($length, 200)));
        // What is wrong with the data shows in what comes out; PHP's warning says no more.
        set_error_handler(static fn (): bool => true, E_WARNING);
        try {
            for ([$at, $count] = [0, 0]; $at < strlen($data) && $count <= $length; $at += $step) {
                $part = inflate_add($inflater, substr($data, $at, $step), ZLIB_SYNC_FLUSH);
                if ($part === false) {
                    return false;
                }
                $take($part);
                $count += strlen($part);
                if (inflate_get_status($inflater) === ZLIB_STREAM_END) {
                    return true;
                }
            }
        } finally {
            restore_error_handler();
        }

        return false;
    }

    /** A zlib stream of stored blocks (RFC 1951 3.2.4). */
    private static function stored(string $bytes): string
    {
        $stream = "\x78\x01";
        for ($at = 0; $at < strlen($bytes); $at += 65_535) {
            $block = substr($bytes, $at, 65_535);
            $stream .= pack('Cvv', $at + 65_535 >= strlen($bytes) ? 1 : 0, strlen($block), strlen($block) ^ 0xFFFF).$block;
        }

        return $stream.hash('adler32', $bytes, true);
    }

    private static function chunk(string $type, string $data): string
    {
        return pack('N', strlen($data)).$type.$data.pack('N', crc32($type.$data));
    }

    private static function broken(): InvalidPicture
    {
        return new InvalidPicture('The PNG file is cut off or damaged.');
    }
}
