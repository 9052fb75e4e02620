<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function count;
use function floor;

/**
 * Where in a picture bars may stand: blocks that change one way, several of them close together in a row, or many. Lines that cross no such row have
 * no linear symbol to read, which spares most of the lines in pictures of something else.
 */
final class BarPlaces
{
    /** Blocks in a row that are looked at, and those of them that must have bars. A symbol of seven digits with the finest bars is five long. */
    private const ROW = 5;

    private const BARS = 4;

    /** Blocks that are a row however far apart they lie: between the edges of modules as wide as a block nothing changes. */
    private const MANY = 8;

    /** Rows aside within which blocks count as one row: a slanted line crosses blocks off their middles. */
    private const ASIDE = 0.75;

    /** Degrees by which the change in a block may lie off the line: beyond that no line reads across its bars. */
    private const TURNED = 42.0;

    /** Degrees within which the blocks of a row change one way; classes overlap by half. Tuned on the bench. */
    private const ALIKE = 16.0;

    /** @var array<array-key, array<int, true>> rows that were asked for, by the angle of their lines */
    private array $known = [];

    /**
     * @param  ?list<array{float, float, float}>  $blocks  middle of each block of bars in pixels of the picture, and the way it changes in radians; null when they may be anywhere
     * @param  float  $side  pixels of the picture a side of a block
     */
    public function __construct(private readonly ?array $blocks, private readonly float $side)
    {
    }

    /** Lines may cross bars wherever they lie. */
    public static function anywhere(): self
    {
        return new self(null, 1.0);
    }

    /**
     * Which lines cross a row of bars.
     *
     * @param  float  $degrees  at which the lines run
     * @return ?array<int, true> by their distance from the picture's first corner, in sides of a block; null for all of them
     */
    public function lines(float $degrees): ?array
    {
        if ($this->blocks === null) {
            return null;
        }

        // The same angles are looked along in several sizes of the picture.
        return $this->known[(string) $degrees] ??= $this->rows($this->blocks, deg2rad($degrees));
    }

    /**
     * @param  list<array{float, float, float}>  $blocks
     * @return array<int, true>
     */
    private function rows(array $blocks, float $radians): array
    {
        [$cosine, $sine] = [cos($radians), sin($radians)];
        /** @var array<int, array<int, list<float>>> $classes how far along the line blocks lie, by the way they change and by their row */
        $classes = [];
        foreach ($blocks as [$x, $y, $direction]) {
            // Ways are the same after half a turn.
            $off = rad2deg($direction - $radians);
            $off -= 180 * floor($off / 180 + 0.5);
            if ($off > self::TURNED || $off < -self::TURNED) {
                continue;
            }
            $aside = ($y * $cosine - $x * $sine) / $this->side;
            $along = ($x * $cosine + $y * $sine) / $this->side;
            $class = (int) floor(2 * $off / self::ALIKE);
            for ($row = (int) floor($aside - self::ASIDE), $last = (int) floor($aside + self::ASIDE); $row <= $last; $row++) {
                $classes[$class][$row][] = $along;
                $classes[$class + 1][$row][] = $along;
            }
        }
        $rows = [];
        foreach ($classes as $places) {
            $rows += array_filter($places, self::isRow(...));
        }

        return array_fill_keys(array_keys($rows), true);
    }

    /**
     * The row, as `lines` counts them, that a line from a place lies in.
     *
     * @param  float  $x  pixels of the picture
     * @param  float  $dx  a step along the line
     */
    public function row(float $x, float $y, float $dx, float $dy): int
    {
        return (int) floor(($y * $dx - $x * $dy) / hypot($dx, $dy) / $this->side);
    }

    /** @param  list<float>  $along */
    private static function isRow(array $along): bool
    {
        sort($along);
        $places = [];
        // Blocks beside each other are one place along the line.
        foreach ($along as $place) {
            if ($places === [] || $place - $places[count($places) - 1] > 0.6) {
                $places[] = $place;
            }
        }
        if (count($places) >= self::MANY) {
            return true;
        }
        for ($i = self::BARS - 1, $count = count($places); $i < $count; $i++) {
            if (self::ROW - 0.9 >= $places[$i] - $places[$i - self::BARS + 1]) {
                return true;
            }
        }

        return false;
    }
}
