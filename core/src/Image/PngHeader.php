<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

/** What a PNG file's IHDR says of its pixels (ISO/IEC 15948 11.2.2). */
final readonly class PngHeader
{
    /** Numbers a pixel by colour type. */
    private const CHANNELS = [0 => 1, 2 => 3, 3 => 1, 4 => 2, 6 => 4];

    /** Places of the seven passes of an interlaced picture: first column and row, steps (8.2). */
    private const PASSES = [[0, 0, 8, 8], [4, 0, 8, 8], [0, 4, 4, 8], [2, 0, 4, 4], [0, 2, 2, 4], [1, 0, 2, 2], [0, 1, 1, 2]];

    private function __construct(
        public int $width,
        public int $height,
        public int $depth,
        public int $colourType,
        private int $channels,
        public bool $interlaced,
    ) {
    }

    /**
     * @param  string  $data  of the IHDR part
     *
     * @throws InvalidPicture when it is none, or says what no picture has
     */
    public static function parse(string $data): self
    {
        if (strlen($data) !== 13) {
            throw PngReader::broken();
        }
        /** @var array{width: int, height: int, depth: int, type: int, compression: int, filter: int, interlace: int} $h */
        $h = unpack('Nwidth/Nheight/Cdepth/Ctype/Ccompression/Cfilter/Cinterlace', $data);
        $channels = self::CHANNELS[$h['type']] ?? throw PngReader::broken();
        if (! in_array($h['depth'], [1, 2, 4, 8, 16], true) || $h['interlace'] > 1) {
            throw PngReader::broken();
        }

        return new self($h['width'], $h['height'], $h['depth'], $h['type'], $channels, $h['interlace'] === 1);
    }

    /** Bytes of a line of so many pixels, with its filter byte (9.2 and 7.2). */
    public function lineBytes(int $width): int
    {
        return 1 + intdiv($width * $this->channels * $this->depth + 7, 8);
    }

    /** Bytes of all lines once they are inflated. */
    public function bytes(): int
    {
        if (! $this->interlaced) {
            return $this->lineBytes($this->width) * $this->height;
        }
        $bytes = 0;
        foreach (self::PASSES as [$x, $y, $across, $down]) {
            $width = intdiv($this->width - $x + $across - 1, $across);
            $height = intdiv($this->height - $y + $down - 1, $down);
            $bytes += $width > 0 && $height > 0 ? $this->lineBytes($width) * $height : 0;
        }

        return $bytes;
    }
}
