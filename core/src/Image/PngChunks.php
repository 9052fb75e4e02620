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

    /**
     * The same picture with its data as they are where they inflate to just what the header promises, and else brought to that.
     *
     * @throws InvalidPicture when the file does not hold together, or its data are fewer or far more than its pixels need
     */
    public static function cleaned(string $bytes): string
    {
        $kept = [];
        $data = '';
        foreach (PngReader::parts($bytes, self::MAX_CHUNKS) as [$type, $part]) {
            if ($type === 'IDAT') {
                $data .= $part;
            } elseif (isset(self::KEPT[$type]) && ! isset($kept[$type]) && strlen($part) <= self::KEPT[$type]) {
                $kept[$type] = $part;
            }
        }
        $length = PngHeader::parse($kept['IHDR'] ?? '')->bytes();
        $data = self::isExact($data, $length) ? $data : self::stored(self::inflated($data, $length));
        $file = "\x89PNG\r\n\x1A\n";
        foreach (array_keys(self::KEPT) as $type) {
            $file .= isset($kept[$type]) ? self::chunk($type, $kept[$type]) : '';
        }

        return $file.self::chunk('IDAT', $data).self::chunk('IEND', '');
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
            throw PngReader::broken();
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
            throw PngReader::broken();
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
}
