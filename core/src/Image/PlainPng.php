<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

/**
 * Decodes plain PNG files (ISO/IEC 15948) such as we write ourselves, without an image extension: grey or palette, one to
 * eight bits a pixel, opaque, not interlaced, every line either unfiltered or the same as the one above.
 * A symbol has few different lines, so each is turned into greys once: some ten times faster than the general decoder.
 */
final class PlainPng
{
    private const MAX_CHUNKS = 2_000;

    /** Null for any other PNG, and for a damaged one: the general decoder then takes it, or says what is wrong. */
    public static function decode(string $bytes): ?LuminancePlane
    {
        $chunks = self::chunks($bytes);
        if ($chunks === null || isset($chunks['tRNS']) || isset($chunks['gAMA']) || isset($chunks['iCCP']) || isset($chunks['eXIf']) || strlen($chunks['IHDR'] ?? '') !== 13) {
            return null;
        }
        try {
            $header = PngHeader::parse($chunks['IHDR']);
        } catch (InvalidPicture) {
            return null;
        }
        if (! in_array($header->colourType, [0, 3], true) || $header->depth > 8 || $header->interlaced) {
            return null;
        }
        $greys = $header->colourType === 3 ? self::paletteGreys($chunks['PLTE'] ?? '', 2 ** $header->depth) : self::ramp(2 ** $header->depth);
        $length = $header->bytes();
        $data = @gzuncompress($chunks['IDAT'] ?? '', $length);

        return $greys === null || $data === false || strlen($data) !== $length ? null : self::plane($data, $header->width, $header->height, $header->lineBytes($header->width) - 1, self::pixelsOfByte($greys, $header->depth));
    }

    /** @return ?array<string, string> data by type, parts of one type joined; null when the file does not hold together */
    private static function chunks(string $bytes): ?array
    {
        $chunks = [];
        try {
            // A plain file has few of them; one with many is for the general decoder to look at.
            foreach (PngReader::parts($bytes, self::MAX_CHUNKS) as [$type, $data, $isSound]) {
                if (! $isSound) {
                    return null;
                }
                $chunks[$type] = ($chunks[$type] ?? '').$data;
            }
        } catch (InvalidPicture) {
            return null;
        }

        return isset($chunks['IEND']) ? $chunks : null;
    }

    /** @return ?list<string> one byte of grey for each entry, by the weights of ITU-R BT.709 */
    private static function paletteGreys(string $palette, int $most): ?array
    {
        $colours = str_split($palette, 3);
        if ($palette === '' || strlen($palette) % 3 !== 0 || count($colours) > $most) {
            return null;
        }
        $greys = array_map(static fn (string $c): string => chr((int) round(0.2126 * ord($c[0]) + 0.7152 * ord($c[1]) + 0.0722 * ord($c[2]))), $colours);

        return array_pad($greys, $most, "\0");
    }

    /** @return list<string> */
    private static function ramp(int $count): array
    {
        return array_map(static fn (int $i): string => chr(intdiv($i * 255, $count - 1)), range(0, $count - 1));
    }

    /**
     * @param  list<string>  $greys
     * @return array<string, string> the pixels that each byte of a line stands for
     */
    private static function pixelsOfByte(array $greys, int $depth): array
    {
        $pixels = [];
        for ($byte = 0; $byte < 256; $byte++) {
            $text = '';
            for ($shift = 8 - $depth; $shift >= 0; $shift -= $depth) {
                $text .= $greys[$byte >> $shift & (1 << $depth) - 1];
            }
            $pixels[chr($byte)] = $text;
        }

        return $pixels;
    }

    /** @param  array<string, string>  $pixelsOfByte */
    private static function plane(string $data, int $width, int $height, int $lineBytes, array $pixelsOfByte): ?LuminancePlane
    {
        $same = "\2".str_repeat("\0", $lineBytes);
        $whole = $lineBytes === $width ? implode('', $pixelsOfByte) : null;
        $bytes = implode('', array_map('chr', range(0, 255)));
        $pixels = '';
        $line = null;
        for ($y = 0; $y < $height; $y++) {
            $filtered = substr($data, $y * ($lineBytes + 1), $lineBytes + 1);
            if ($filtered[0] === "\0") {
                // A byte a pixel is exchanged in one go.
                $line = $whole !== null ? strtr(substr($filtered, 1), $bytes, $whole) : '';
                foreach ($whole === null ? str_split(substr($filtered, 1)) : [] as $byte) {
                    $line .= $pixelsOfByte[$byte];
                }
                $line = substr($line, 0, $width);
            } elseif ($filtered !== $same || $line === null) {
                return null;
            }
            $pixels .= $line;
        }

        return new LuminancePlane($width, $height, $pixels);
    }
}
