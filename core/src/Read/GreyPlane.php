<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

use function chr;
use function count_chars;
use function str_repeat;
use function strtr;
use function substr;

/**
 * Grey picture as the reader works on it: greys 1 to 127 stretched over what the picture uses, rows a multiple of
 * eight pixels long. Eight pixels then lie in one integer, and sums and comparisons of them cannot spill over.
 */
final readonly class GreyPlane
{
    /** Share of pixels that may be lost at each end of the stretch: glare, dead pixels, the tails of noise. */
    private const LOST = 0.002;

    /** The same where every grey counts: of a small symbol in a large picture the dark of its finder patterns is no more than that. */
    private const LOST_WHOLE = 0.0002;

    /** Share of pixels of the two end tones in a picture that was drawn. */
    private const DRAWN = 0.9;

    /** Grey, of 255, from which on ratios count rather than differences: below it is noise. */
    private const SHADE = 3.0;

    /** How much a difference from the surroundings is brought out. */
    private const GAIN = 8;

    /**
     * @param  string  $pixels  exactly width times height bytes, 1 to 127
     * @param  float  $scale  pixels of the picture a pixel of this plane: 2 at half size
     */
    public function __construct(
        public int $width,
        public int $height,
        public string $pixels,
        public float $scale = 1.0,
    ) {
    }

    /**
     * @param  float  $scale  pixels of the picture a pixel of the plane
     * @param  bool  $whole  whether next to no grey is cut off at the ends
     */
    public static function of(LuminancePlane $plane, float $scale = 1.0, bool $whole = false): self
    {
        $pixels = strtr($plane->pixels, self::all(), self::stretch($plane->pixels, $whole ? self::LOST_WHOLE : self::LOST));

        return new self(($plane->width + 7) & ~7, $plane->height, self::padded($pixels, $plane->width, $plane->height), $scale);
    }

    /**
     * Eight pixels an integer, the leftmost in the lowest byte.
     *
     * @return list<array<int, int>> a row each, counted from 1
     */
    public function rows(): array
    {
        $rows = [];
        for ($at = 0, $end = $this->width * $this->height; $at < $end; $at += $this->width) {
            /** @var array<int, int> $row */
            $row = unpack('P*', substr($this->pixels, $at, $this->width)) ?: [];
            $rows[] = $row;
        }

        return $rows;
    }

    /** Whether nearly every pixel is as dark or as light as any: drawn, not photographed. */
    public function isTwoTone(): bool
    {
        $counts = count_chars($this->pixels, 0);

        return self::DRAWN * strlen($this->pixels) <= $counts[1] + $counts[127];
    }

    /**
     * Half the size: each pixel the mean of four.
     *
     * @param  list<array<int, int>>  $rows  this plane's own
     */
    public function halved(array $rows): self
    {
        $width = intdiv($this->width, 2);
        $height = intdiv($this->height, 2);
        $pixels = '';
        for ($y = 0; $y < $height; $y++) {
            $above = $rows[2 * $y];
            $below = $rows[2 * $y + 1];
            foreach ($above as $i => $a) {
                $b = $below[$i];
                $a = ($a & $b) + ((($a ^ $b) >> 1) & 0x3F3F3F3F3F3F3F3F);
                $b = $a >> 8;
                $a = (($a & $b) + ((($a ^ $b) >> 1) & 0x3F3F3F3F3F3F3F3F)) & 0x00FF00FF00FF00FF;
                $a = ($a | ($a >> 8)) & 0x0000FFFF0000FFFF;
                $above[$i] = ($a | ($a >> 16)) & 0xFFFFFFFF;
            }
            $pixels .= pack('V*', ...$above);
        }

        return new self(($width + 7) & ~7, $height, self::padded($pixels, $width, $height), $this->scale * 2);
    }

    /** Twice the size, each new pixel between its neighbours, so that runs are measured to half a pixel. */
    public function doubled(): self
    {
        $pixels = '';
        $previous = null;
        for ($y = 0; $y <= $this->height; $y++) {
            $row = $y < $this->height ? self::widened(substr($this->pixels, $y * $this->width, $this->width)) : $previous;
            if ($previous !== null && $row !== null) {
                // Rows a quarter and three quarters of the way from one to the next.
                foreach ([[$previous, $row], [$row, $previous]] as [$near, $far]) {
                    $between = [];
                    foreach ($near as $i => $a) {
                        $b = $far[$i];
                        $b = ($a & $b) + ((($a ^ $b) >> 1) & 0x3F3F3F3F3F3F3F3F);
                        $between[] = ($a & $b) + ((($a ^ $b) >> 1) & 0x3F3F3F3F3F3F3F3F);
                    }
                    $pixels .= pack('P*', ...$between);
                }
            }
            $previous = $row;
        }
        $width = 2 * $this->width;
        // The first half row has no row above it.
        $pixels = substr($pixels, 0, $width).$pixels;

        return new self($width, 2 * $this->height, substr($pixels, 0, 2 * $this->height * $width), $this->scale / 2);
    }

    /** The same picture with what differs from its surroundings brought out: undoes some of a blur. */
    public function sharpened(): self
    {
        $width = $this->width;
        $size = $width * $this->height;
        $pixels = $this->pixels;
        $beside = self::mean($pixels[0].substr($pixels, 0, -1), substr($pixels, 1).$pixels[$size - 1]);
        $above = self::mean(substr($pixels, 0, $width).substr($pixels, 0, -$width), substr($pixels, $width).substr($pixels, -$width));
        // The mean of a grey and the negative of what surrounds it is grey where they are alike, and twice as flat.
        $apart = self::mean($pixels, self::mean($beside, $above) ^ str_repeat("\x7F", $size));
        $map = '';
        for ($grey = 0; $grey < 128; $grey++) {
            $map .= chr((int) max(0, min(127, 64 + self::GAIN * ($grey - 63))));
        }
        $sharp = self::mean($pixels, strtr($apart, substr(self::all(), 0, 128), $map));

        return self::of(new LuminancePlane($width, $this->height, $sharp), $this->scale);
    }

    /** Pixel by pixel half way between two planes; their lengths are multiples of eight. */
    private static function mean(string $one, string $other): string
    {
        $mean = '';
        foreach (str_split($one, 8192) as $i => $part) {
            /** @var array<int, int> $a */
            $a = unpack('P*', $part) ?: [];
            /** @var array<int, int> $b */
            $b = unpack('P*', substr($other, 8192 * $i, 8192)) ?: [];
            foreach ($a as $k => $value) {
                $a[$k] = ($value & $b[$k]) + ((($value ^ $b[$k]) >> 1) & 0x3F3F3F3F3F3F3F3F);
            }
            $mean .= pack('P*', ...$a);
        }

        return $mean;
    }

    /** @return array<int, int> eight pixels an integer, of a row twice as long */
    private static function widened(string $row): array
    {
        $width = strlen($row);
        $left = self::between($row, $row[0].substr($row, 0, -1));
        $right = self::between($row, substr($row, 1).$row[$width - 1]);
        $wide = '';
        for ($i = 0; $i < $width; $i++) {
            $wide .= $left[$i].$right[$i];
        }
        /** @var array<int, int> $ints */
        $ints = unpack('P*', $wide) ?: [];

        return $ints;
    }

    /** Three parts of one row and one of another. */
    private static function between(string $near, string $far): string
    {
        /** @var array<int, int> $a */
        $a = unpack('P*', $near) ?: [];
        /** @var array<int, int> $b */
        $b = unpack('P*', $far) ?: [];
        foreach ($a as $i => $value) {
            $other = ($value & $b[$i]) + ((($value ^ $b[$i]) >> 1) & 0x3F3F3F3F3F3F3F3F);
            $a[$i] = ($value & $other) + ((($value ^ $other) >> 1) & 0x3F3F3F3F3F3F3F3F);
        }

        return pack('P*', ...$a);
    }

    private static function padded(string $pixels, int $width, int $height): string
    {
        $more = -$width & 7;
        if ($more === 0) {
            return $pixels;
        }
        $rows = '';
        for ($y = 0; $y < $height; $y++) {
            $rows .= substr($pixels, $y * $width, $width).str_repeat($pixels[($y + 1) * $width - 1], $more);
        }

        return $rows;
    }

    /**
     * The plane with what lies in shadow brought out: equal ratios of light become equal steps of grey.
     *
     * @param  LuminancePlane  $plane  as the picture came, dark greys lifted by its gamma
     */
    public static function lifted(LuminancePlane $plane): self
    {
        $map = '';
        for ($grey = 0; $grey < 256; $grey++) {
            $map .= chr((int) round(255 * log(1 + $grey / self::SHADE) / log(1 + 255 / self::SHADE)));
        }

        return self::of(new LuminancePlane($plane->width, $plane->height, strtr($plane->pixels, self::all(), $map)), 1.0, true);
    }

    /** @return string the new grey of each of the 256 greys */
    private static function stretch(string $pixels, float $share): string
    {
        $histogram = count_chars($pixels, 0);
        $lost = (int) (strlen($pixels) * $share);
        $low = 0;
        for ($seen = $histogram[0]; $seen <= $lost && $low < 254; $seen += $histogram[++$low]) {
        }
        $high = 255;
        for ($seen = $histogram[255]; $seen <= $lost && $high > $low + 1; $seen += $histogram[--$high]) {
        }
        $map = '';
        for ($grey = 0; $grey < 256; $grey++) {
            $map .= chr(1 + (int) round(126 * max(0, min(1, ($grey - $low) / ($high - $low)))));
        }

        return $map;
    }

    private static function all(): string
    {
        /** @var ?string $all */
        static $all = null;

        return $all ??= implode('', array_map(chr(...), range(0, 255)));
    }
}
