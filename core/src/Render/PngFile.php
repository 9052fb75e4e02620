<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use LogicException;

/** Rows of pixels as a PNG file (ISO/IEC 15948, clauses 5 and 11). */
final class PngFile
{
    /** Colour types (11.2.2). */
    public const COLOURS = 2;

    public const PALETTE = 3;

    public const ALPHA = 6;

    private const SIGNATURE = "\x89PNG\r\n\x1A\n";

    private const FILTER_NONE = "\0";

    /** "The same as the line above": with zeros behind it, a line costs almost nothing. */
    private const FILTER_UP = "\2";

    /**
     * A grey picture as it is, a byte a pixel.
     *
     * @param  string  $pixels  width times height bytes, row by row
     */
    public static function grey(int $width, int $height, string $pixels): string
    {
        return self::write($width, $height, 8, 0, $width < 1 ? [] : str_split($pixels, $width), [], 96.0, 3);
    }

    /**
     * @param  list<string>  $rows  packed pixels
     * @param  list<array{int, int, int, int}>  $palette  red, green, blue, alpha
     */
    public static function write(int $width, int $height, int $bits, int $type, array $rows, array $palette, float $dpi, int $compression): string
    {
        $perMetre = (int) round($dpi / 0.0254);
        $stream = deflate_init(ZLIB_ENCODING_DEFLATE, ['level' => $compression]) ?: throw new LogicException('The level of compression is 1 to 9.');
        $data = '';
        $last = null;
        $same = $rows === [] ? '' : self::FILTER_UP.str_repeat("\0", strlen($rows[0]));
        foreach ($rows as $row) {
            $data .= deflate_add($stream, $row === $last ? $same : self::FILTER_NONE.$row, ZLIB_NO_FLUSH);
            $last = $row;
        }
        $data .= deflate_add($stream, '', ZLIB_FINISH);
        $colours = $alphas = '';
        foreach ($palette as [$red, $green, $blue, $alpha]) {
            $colours .= chr($red).chr($green).chr($blue);
            $alphas .= chr($alpha);
        }

        return self::SIGNATURE
            .self::chunk('IHDR', pack('NNCCCCC', $width, $height, $bits, $type, 0, 0, 0))
            .($palette === [] ? '' : self::chunk('PLTE', $colours))
            .(rtrim($alphas, "\xFF") === '' ? '' : self::chunk('tRNS', rtrim($alphas, "\xFF")))
            .self::chunk('pHYs', pack('NNC', $perMetre, $perMetre, 1))
            .self::chunk('IDAT', $data)
            .self::chunk('IEND', '');
    }

    private static function chunk(string $type, string $data): string
    {
        return pack('N', strlen($data)).$type.$data.pack('N', crc32($type.$data));
    }
}
