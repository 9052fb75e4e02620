<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function ceil;
use function count;
use function max;
use function ord;

/**
 * Whether blocks of a picture are blurred, faint or noisy. What is sharp and of full contrast all over the first looks
 * read, and what looks through a blur finds nothing more in it.
 */
final class SoftBlocks
{
    /** Greys, of 127, between the darkest and the lightest of a block of full contrast. */
    private const FULL = 95;

    /** Greys below which a block is blank, and the same in standard deviations of the noise: 256 pixels of it span six, more or less. */
    private const BLANK = 26;

    private const GRAIN = 7.5;

    /** Share of them that the steepest step from pixel to pixel has in a sharp block. */
    private const STEEP = 0.6;

    /** The same in greys, where the lightest and darkest pixels are not known yet. */
    private const SHARP = 77;

    /** Places in a block after which the first ones may be told. */
    private const FEW = 5;

    /** Greys that are neither light nor dark: those from the one on and below the other. */
    private const DARK = 32;

    private const LIGHT = 96;

    /** Share of the pixels of a block that are neither, from which it is noisy or grey: in noise that is read in spite of it 0.29 and more, in pages 0.16 at the most. */
    private const GREY = 0.25;

    /** Blocks that a symbol of 21 modules has, of the smallest that are read so. */
    private const FEWEST = 8;

    /** Share of the blocks that change, below which those that are soft are chance. */
    private const SHARE = 0.004;

    private ?bool $areEnough = null;

    /**
     * @param  list<int>  $changing  first pixels of the blocks in which anything changes
     * @param  int  $side  pixels a side of a block
     * @param  list<int>  $offsets  pixels from the first to some places all over a block
     * @param  float  $noise  standard deviation, in greys
     */
    public function __construct(private readonly GreyPlane $plane, private readonly array $changing, private readonly int $side, private readonly array $offsets, private readonly float $noise)
    {
    }

    /** Whether as many are soft as a symbol has; looked for when it is asked, until there are as many. */
    public function areEnough(): bool
    {
        return $this->areEnough ??= $this->look();
    }

    private function look(): bool
    {
        $needed = max(self::FEWEST, (int) ceil(self::SHARE * count($this->changing)));
        $all = [];
        for ($row = 0; $row < $this->side; $row++) {
            for ($column = 0; $column < $this->side; $column++) {
                $all[] = $row * $this->plane->width + $column;
            }
        }
        foreach ($this->maybeSoft() as $first) {
            if ($this->isSoft($first, $all) && --$needed <= 0) {
                return true;
            }
        }

        return false;
    }

    /** @return iterable<int> first pixels of the blocks that are not told to be sharp by some of their pixels, most of them by a few */
    private function maybeSoft(): iterable
    {
        foreach ($this->changing as $first) {
            if ($this->seen($first, $this->offsets, self::FEW) !== null) {
                yield $first;
            }
        }
    }

    /** @param  list<int>  $offsets  of all its pixels */
    private function isSoft(int $first, array $offsets): bool
    {
        [$range, $steepest, $between] = $this->seen($first, $offsets, PHP_INT_MAX) ?? [0, 0, 0];

        return $range >= max(self::BLANK, self::GRAIN * $this->noise) && ($range < self::FULL || $steepest < self::STEEP * $range || $between > self::GREY * count($offsets));
    }

    /**
     * @param  list<int>  $offsets  pixels from the first to those that are looked at
     * @param  int  $few  places after which the first ones may be told
     * @return ?array{int, int, int} greys between the darkest and the lightest, the steepest step, and how many are neither light nor dark; null when it is told to be sharp
     */
    private function seen(int $first, array $offsets, int $few): ?array
    {
        [$pixels, $width] = [$this->plane->pixels, $this->plane->width];
        [$darkest, $lightest, $steepest, $between] = [127, 0, 0, 0];
        foreach ($offsets as $i => $offset) {
            $at = $first + $offset;
            $grey = ord($pixels[$at]);
            $across = ord($pixels[$at + 1]) - $grey;
            $down = ord($pixels[$at + $width]) - $grey;
            if ($grey < $darkest) {
                $darkest = $grey;
            }
            if ($grey > $lightest) {
                $lightest = $grey;
            }
            if ($across > $steepest || -$across > $steepest) {
                $steepest = $across < 0 ? -$across : $across;
            }
            if ($down > $steepest || -$down > $steepest) {
                $steepest = $down < 0 ? -$down : $down;
            }
            if ($grey >= self::DARK && $grey < self::LIGHT) {
                $between++;
            }
            if ($i >= $few && $steepest >= self::SHARP && $lightest - $darkest >= self::FULL && $between <= self::GREY * $i) {
                return null;
            }
        }

        return [$lightest - $darkest, $steepest, $between];
    }
}
