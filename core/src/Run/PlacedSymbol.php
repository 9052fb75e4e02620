<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\KnownPlaceReader;
use KeenGlyph\Core\Read\LinearReader;
use KeenGlyph\Core\Read\LinearReading;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Read\Pyramid;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Symbol\Version;

/** A symbol of a label: what it says and where it lies, and whether it says so in pixels. */
final readonly class PlacedSymbol
{
    /** Milliseconds for a search of what is around a place. */
    private const SEARCH_MS = 2000.0;

    /** Of the bars' height, where lines are laid: from how far down, and how much. */
    private const BAND = [0.25, 0.25];

    /** Of its side, what is looked at around it. */
    private const AROUND = 0.125;

    /**
     * @param  string  $text  in bytes
     * @param  float  $left  in millimetres from the label's upper left corner; of a matrix symbol without its quiet zone
     * @param  float  $width  in millimetres
     * @param  int  $modules  across
     * @param  bool  $isLinear  bars, with their quiet zones
     * @param  bool  $isLight  whether it is light on dark
     */
    public function __construct(
        public string $text,
        public float $left,
        public float $top,
        public float $width,
        public float $height,
        public int $modules,
        public bool $isLinear = false,
        public bool $isLight = false,
    ) {
    }

    /** @return array{string, float, float, float, float, int, bool, bool} as it is kept until the page is read */
    public function toArray(): array
    {
        return [$this->text, $this->left, $this->top, $this->width, $this->height, $this->modules, $this->isLinear, $this->isLight];
    }

    /** Millimetres a module. */
    public function moduleMm(): float
    {
        return $this->width / $this->modules;
    }

    /**
     * Whether it is read here: a QR Code symbol at its known place, bars along lines across it, a Micro QR Code symbol by a search of
     * what is around it.
     *
     * @param  float  $x  where the label's upper left corner lies, in pixels
     * @param  float  $pixels  a millimetre
     */
    public function isReadIn(LuminancePlane $picture, float $x, float $y, float $pixels): bool
    {
        [$part, $left, $top] = $this->part($picture, $x + $this->left * $pixels, $y + $this->top * $pixels, $pixels);
        if ($this->isLinear) {
            return in_array($this->text, array_map(static fn (LinearReading $one): string => $one->text, (new LinearReader)->upright(Pyramid::of($part))), true);
        }
        if ($this->modules < 21) {
            return in_array($this->text, array_map(static fn (Reading $one): string => $one->symbol->content->bytes, (new Reader)->read($part, new ReadOptions(['microqr'], self::SEARCH_MS))->readings), true);
        }
        [$right, $bottom] = [$left + $this->width * $pixels, $top + $this->height * $pixels];
        try {
            $found = KnownPlaceReader::read($part, Version::of(intdiv($this->modules - 17, 4)), [new Point($left, $top), new Point($right, $top), new Point($right, $bottom), new Point($left, $bottom)], $this->isLight);
        } catch (Unreadable) {
            return false;
        }

        return $found->symbol->content->bytes === $this->text;
    }

    /**
     * The symbol with some of what lies around it, pixel by pixel, so that no more than that is looked at.
     *
     * @return array{LuminancePlane, float, float} and where it lies there
     */
    private function part(LuminancePlane $picture, float $x, float $y, float $pixels): array
    {
        [$width, $height] = [$this->width * $pixels, $this->height * $pixels];
        $around = self::AROUND * min($width, $height);
        if ($this->isLinear) {
            // A band across the bars says what all of them say.
            [$y, $height, $around] = [$y + self::BAND[0] * $height, self::BAND[1] * $height, 0.0];
        }
        [$left, $top] = [max(0, (int) floor($x - $around)), max(0, (int) floor($y - $around))];
        [$right, $bottom] = [min($picture->width, (int) ceil($x + $width + $around)), min($picture->height, (int) ceil($y + $height + $around))];
        $part = '';
        for ($row = $top; $row < $bottom; $row++) {
            $part .= substr($picture->pixels, $row * $picture->width + $left, max(0, $right - $left));
        }

        return [new LuminancePlane(max(0, $right - $left), max(0, $bottom - $top), $part), $x - $left, $y - $top];
    }
}
