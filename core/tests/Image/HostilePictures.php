<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Tests\Image;

use Imagick;

/** Files that are small to send and dear to open, and files that say one thing and hold another. */
final class HostilePictures
{
    /** @return array<string, callable(): string> */
    public static function all(): array
    {
        return [
            'PNG with a text that inflates to 200 MB' => static fn (): string => self::png(8, 8, [['zTXt', "Comment\0\0".self::zeros(200)]]),
            'PNG with a colour profile that inflates to 200 MB' => static fn (): string => self::png(8, 8, [['iCCP', "x\0\0".self::zeros(200)]]),
            'PNG with an international text that inflates to 200 MB' => static fn (): string => self::png(8, 8, [['iTXt', "x\0\1\0\0\0".self::zeros(200)]]),
            'PNG of 200 000 texts' => static fn (): string => self::png(8, 8, array_fill(0, 200_000, ['tEXt', "a\0b"])),
            'PNG of 64 pixels with 400 MB of data' => static fn (): string => self::png(8, 8, [], self::zeros(400)),
            'PNG of 9 megapixels with 400 MB of data' => static fn (): string => self::png(3000, 3000, [], self::zeros(400)),
            'PNG whose data are a byte a chunk' => static fn (): string => self::png(500, 500, [], null, 1),
            'PNG of one line and twelve million columns' => static fn (): string => self::png(12_000_000, 1),
            'PNG of one column and twelve million lines' => static fn (): string => self::png(1, 12_000_000),
            'PNG of 11 megapixels, eight bytes each' => static fn (): string => self::png(3400, 3300, [], (string) gzcompress(str_repeat("\0", 3300 * (3400 * 8 + 1)), 1), 0, 6, 16),
            'PNG of no colour type' => static fn (): string => self::png(8, 8, [], null, 0, 7),
            'PNG with a chunk longer than the file' => static fn (): string => substr_replace(self::png(8, 8), "\x7F\xFF\xFF\xFF", 33, 4),
            'PNG that ends in its header' => static fn (): string => substr(self::png(8, 8), 0, 30),
            'JPEG whose size hides behind FF 00' => static fn (): string => "\xFF\xD8\xFF\x00\x00\x10\xFF\xC0\x00\x0B\x08\x00\x08\x00\x08\x01\x01\x11\x00".self::jpegFrame(5000, 6000),
            'JPEG whose size hides behind a stray marker' => static fn (): string => "\xFF\xD8\xFF\x02\x00\x13\xFF\xC0\x00\x0B\x08\x00\x08\x00\x08\x01\x01\x11\x00".self::jpegFrame(5000, 6000),
            'JPEG with bytes between its segments' => static fn (): string => "\xFF\xD8\xFF\xE0\x00\x04ab".'stray'.self::jpegFrame(4000, 2500),
            'JPEG of two hundred bytes and 65 500 lines' => static fn (): string => str_pad("\xFF\xD8".self::jpegFrame(65500, 65500), 202, "\0"),
            'JPEG in a thousand passes' => static fn (): string => "\xFF\xD8".self::jpegFrame(3000, 3000, "\xC2").str_repeat("\xFF\xDA\x00\x08\x01\x01\x00\x00\x00\x00\x00", 1000)."\xFF\xD9",
            'JPEG with an empty segment' => static fn (): string => "\xFF\xD8\xFF\xE1\x00\x00".self::jpegFrame(8, 8),
            'WebP of 150 frames' => static fn (): string => self::webp(150),
            'WebP that states a small canvas around a large picture' => static fn (): string => self::webp(1, 4000, 4000),
            'WebP with a chunk longer than the file' => static fn (): string => "RIFF\x40\0\0\0WEBPVP8X\xFF\xFF\xFF\x7F".str_repeat("\0", 40),
            'WebP of nothing' => static fn (): string => "RIFF\x40\0\0\0WEBPVP8 ".pack('V', 20).str_repeat("\0", 40),
            'PGM that holds less than it states' => static fn (): string => "P5\n3000 3000\n255\nabc",
            'PGM of 99 999 lines' => static fn (): string => "P5\n99999 99999\n255\n",
        ];
    }

    /** @return array<string, callable(): string> */
    public static function outlines(): array
    {
        $svg = static fn (string $inner): string => '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10">'.$inner.'</svg>';
        $gradients = static fn (int $count): string => implode('', array_map(static fn (int $i): string => "<linearGradient id=\"g$i\"><stop stop-color=\"red\"/></linearGradient>", range(1, $count)));

        return [
            'SVG with thousands of gradients, each in use' => static fn (): string => $svg($gradients(2900).implode('', array_map(static fn (int $i): string => "<path d=\"M0 0h1v1z\" fill=\"url(#g$i)\"/>", range(1, 2900)))),
            'SVG with gradients within gradients' => static fn (): string => $svg(str_repeat('<linearGradient id="a">', 200).'<stop/>'.str_repeat('</linearGradient>', 200).str_repeat('<path d="M0 0h1v1z" fill="url(#a)"/>', 2000)),
            'SVG of elements that draw nothing' => static fn (): string => $svg(str_repeat('<title/>', 30_000)),
            'SVG with a class of ten thousand names' => static fn (): string => $svg('<style>.a{fill:red}</style>'.str_repeat('<path class="'.str_repeat('a ', 90).'" d="M0 0h1v1z"/>', 1000)),
            'SVG with infinite matrices' => static fn (): string => $svg('<g transform="matrix(1e999 0 0 1e999 NaN inf)"><path d="M0 0h1v1z"/></g>'),
            'SVG nested a hundred deep' => static fn (): string => $svg(str_repeat('<g>', 100).'<path d="M0 0h1v1z"/>'.str_repeat('</g>', 100)),
            'SVG with one long path' => static fn (): string => $svg('<path stroke="red" d="M0 0'.str_repeat('l1 1', 60_000).'"/>'),
        ];
    }

    /** @param  list<array{string, string}>  $more  chunks before the data */
    private static function png(int $width, int $height, array $more = [], ?string $data = null, int $piece = 0, int $type = 0, int $depth = 8): string
    {
        $chunk = static fn (string $name, string $bytes): string => pack('N', strlen($bytes)).$name.$bytes.pack('N', crc32($name.$bytes));
        $data ??= (string) gzcompress(str_repeat("\0".str_repeat(chr(90), $width), $height), 1);
        $file = "\x89PNG\r\n\x1A\n".$chunk('IHDR', pack('NNCCCCC', $width, $height, $depth, $type, 0, 0, 0));
        foreach ($more as [$name, $bytes]) {
            $file .= $chunk($name, $bytes);
        }
        foreach ($piece === 0 ? [$data] : str_split($data, $piece) as $part) {
            $file .= $chunk('IDAT', $part);
        }

        // An empty text in between keeps the plain decoder from taking what is meant for the general one.
        return $file.$chunk('tRNS', '').$chunk('IEND', '');
    }

    /** So many megabytes of zeros, deflated. */
    private static function zeros(int $megabytes): string
    {
        $deflater = deflate_init(ZLIB_ENCODING_DEFLATE, ['level' => 9]);
        $bytes = '';
        for ($i = 0; $i < $megabytes; $i++) {
            $bytes .= deflate_add($deflater, str_repeat("\0", 1_000_000), ZLIB_NO_FLUSH);
        }

        return $bytes.deflate_add($deflater, '', ZLIB_FINISH);
    }

    private static function jpegFrame(int $width, int $height, string $kind = "\xC0"): string
    {
        return "\xFF\xDB\x00\x43\x00".str_repeat("\1", 64)."\xFF$kind\x00\x0B\x08".pack('nn', $height, $width)."\x01\x01\x11\x00\xFF\xDA\x00\x08\x01\x01\x00\x00\x3F\x00";
    }

    /** An animation, or one frame of another size than its canvas. */
    private static function webp(int $frames, int $width = 2000, int $height = 2000): string
    {
        $blank = new Imagick;
        $blank->newImage($width, $height, 'white', 'webp');
        $blank->setOption('webp:lossless', 'true');
        $file = $blank->getImageBlob();
        $picture = substr($file, 20, (int) unpack('V', $file, 16)[1]);
        $chunk = static fn (string $name, string $bytes): string => $name.pack('V', strlen($bytes)).$bytes.(strlen($bytes) % 2 === 1 ? "\0" : '');
        $small = static fn (int $value): string => substr(pack('V', $value), 0, 3);
        $frame = $chunk('ANMF', $small(0).$small(0).$small($width - 1).$small($height - 1).$small(10)."\0".$chunk('VP8L', $picture));
        $body = $chunk('VP8X', "\x02\0\0\0".($frames > 1 ? $small($width - 1).$small($height - 1) : $small(9).$small(9))).$chunk('ANIM', "\0\0\0\0\0\0").str_repeat($frame, $frames);

        return 'RIFF'.pack('V', strlen($body) + 4).'WEBP'.$body;
    }
}
