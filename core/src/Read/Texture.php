<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function array_slice;
use function atan2;
use function count;
use function intdiv;
use function max;
use function min;
use function sqrt;

/**
 * Where a picture changes, and which way: block by block the mean products of the differences along and down (the structure
 * tensor). Bars change one way over several blocks side by side, modules both ways; a bare wall nowhere.
 */
final readonly class Texture
{
    /** Pixels a side of a block. */
    private const BLOCK = 16;

    /** Places in it that are looked at: two in every row and every column, so that no edge that crosses it falls between them. */
    private const PLACES = 2 * self::BLOCK;

    private const STEP = 7;

    /** Mean square of the differences across four pixels, of 127 greys each, below which a block is blank. */
    private const BLANK = 12.0;

    /** The same in the noisiest picture, and how far above its noise a block must be. */
    private const NOISY = 150.0;

    private const ABOVE = 2.0;

    /** Grey, of 127, below which all of a block is dark. */
    private const MIDDLE = 64;

    /** Blocks side by side that are dark all over where a symbol stands on dark ground. */
    private const GROUND = 3;

    /** Share of all change that goes one way, from which it is bars: 0 both ways alike to 1. */
    private const COHERENT = 0.6;

    /** The same without the noise, from which a block is one that lines are laid across. Tuned on the bench: from 0.9 on bars in noise are lost. */
    private const PURE = 0.7;

    /** Blocks of change both ways that a symbol takes at the least: small ones are not much larger than a block. */
    private const MODULES = 2;

    /** Share of all blocks that change, from which bars are what the picture is about. */
    private const MOSTLY = 0.4;

    /** Pixels above which the picture is looked at in half its size. */
    private const LARGE = 1_400_000;

    /** Pixels up to which a picture is small. */
    private const SMALL = 60_000;

    /** Modules around a symbol in which its label ends, more often than not. */
    private const LABEL = 6.0;

    /** Symbols that are left out: with more, telling costs more than looking. */
    private const FRAMES = 6;

    /**
     * @param  BarDirections  $directions  of the blocks that change one way
     * @param  BarPlaces  $bars  where lines may cross bars
     * @param  int  $busy  blocks that change both ways
     * @param  bool  $hasShade  whether something changes in the dark, with nothing light nearby
     * @param  bool  $hasDark  whether anything is dark where nothing changes
     * @param  SoftBlocks  $soft  what is blurred, faint or noisy
     * @param  bool  $isSmall  whether the picture has few blocks, and looking at it costs less than telling
     */
    private function __construct(private BarDirections $directions, private BarPlaces $bars, private int $busy, private bool $hasShade, private bool $hasDark, private SoftBlocks $soft, private bool $isSmall)
    {
    }

    /**
     * Looks at one pixel in eight.
     *
     * @param  list<SymbolFrame>  $read  symbols whose modules are not asked about
     * @param  ?ReadBudget  $budget  how long it may take; no limit when null
     *
     * @throws TimeIsUp
     */
    public static function of(Pyramid $pyramid, array $read = [], ?ReadBudget $budget = null): self
    {
        $full = $pyramid->level(0);
        $level = $full->width * $full->height > self::LARGE && $pyramid->last() > 0 ? 1 : 0;
        $plane = $pyramid->level($level);
        $rows = $pyramid->rows($level);
        $blocks = [];
        $dark = '';
        // The edges of the label that a symbol stands on are no bars either.
        $frames = array_map(static fn (SymbolFrame $frame): SymbolFrame => $frame->wider(self::LABEL), array_slice($read, 0, self::FRAMES));
        $across = max(1, intdiv($plane->width - 2, self::BLOCK));
        $columns = self::columns($plane);
        $offsets = self::offsets($plane, $columns);
        $places = max(1, count($offsets));
        $tall = min(self::BLOCK + 1, $plane->height - 1);
        for ($top = 1, $last = max(1, $plane->height - self::BLOCK - 1); $top <= $last; $top += self::BLOCK) {
            $budget?->insist();
            $lines = array_slice($rows, $top, $tall);
            for ($block = 0; $block < $across; $block++) {
                $left = 1 + $block * self::BLOCK;
                foreach ($frames as $frame) {
                    if ($frame->covers(($left + self::BLOCK / 2) * $plane->scale, ($top + self::BLOCK / 2) * $plane->scale)) {
                        $dark .= BlockShadow::LIGHT;

                        continue 2;
                    }
                }
                [$falling, $rising, $both, $lightest] = self::block($lines, 1 + intdiv($left, 8), $columns);
                $change = 2 * ($falling + $rising) / $places;
                $dark .= BlockShadow::seen($lightest, $change);
                $blocks[] = [$change, $falling - $rising, 2 * $both, $left, $top, $lightest];
            }
        }
        // What the calmest quarter has is noise.
        $changes = array_column($blocks, 0);
        sort($changes);
        $calm = $changes[intdiv(count($changes), 4)] ?? 0.0;
        $isSmall = $full->width * $full->height < self::SMALL;
        $least = $isSmall ? self::BLANK : max(self::BLANK, min(self::NOISY, self::ABOVE * $calm));
        $noise = min($calm, self::NOISY / self::ABOVE);
        $directions = [];
        $busy = 0;
        $hasDark = false;
        $inRow = 0;
        $bars = [];
        $changing = [];
        foreach ($blocks as [$change, $apart, $both, $left, $top, $lightest]) {
            if ($change >= $least) {
                // Along and down are the sum and the difference of the diagonals.
                $coherence = 2 * sqrt($both * $both + $apart * $apart) / ($change * $places);
                $direction = fmod(atan2($apart, $both) / 2 + M_PI, M_PI);
                $changing[] = $top * $plane->width + $left;
                if ($coherence < self::COHERENT) {
                    $busy++;
                } else {
                    $directions[] = $direction;
                }
                // Noise goes all ways alike, and what is left without it goes one way where bars are.
                if ($coherence * $change >= self::PURE * ($change - $noise)) {
                    $bars[] = [($left + self::BLOCK / 2) * $plane->scale, ($top + self::BLOCK / 2) * $plane->scale, $direction];
                }
            }
            // The dark of checks is broken off sooner than ground that a symbol stands on.
            $inRow = $change < $least && $lightest < self::MIDDLE ? ($left > 1 ? $inRow : 0) + 1 : 0;
            $hasDark = $hasDark || $inRow >= self::GROUND;
        }

        return new self(
            BarDirections::of($directions),
            $isSmall ? BarPlaces::anywhere() : new BarPlaces($bars, self::BLOCK * $plane->scale),
            $busy,
            BlockShadow::isAmong($dark, $across, count($blocks)),
            $hasDark,
            // Four pixels lie behind each of both differences.
            new SoftBlocks($plane, $changing, self::BLOCK, $offsets, sqrt(min($calm, self::NOISY) / 8)),
            $isSmall,
        );
    }

    /** Whether there are bars of any direction, as far as can be told. */
    public function hasBars(): bool
    {
        return ($this->isSmall && $this->busy + $this->directions->count() > 0) || $this->directions->areBars();
    }

    /** Where lines may cross bars. */
    public function bars(): BarPlaces
    {
        return $this->bars;
    }

    /** Whether bars of one direction are a good part of all there is in the picture. */
    public function isMostlyBars(): bool
    {
        return $this->hasBars() && $this->directions->most() >= self::MOSTLY * ($this->busy + $this->directions->count());
    }

    /**
     * Directions in which lines cross bars, the likeliest first, but for those near the level and the upright.
     *
     * @return list<float> degrees, 0 to 180
     */
    public function barAngles(): array
    {
        return $this->directions->angles();
    }

    /**
     * The same for bars of little more than a pixel.
     *
     * @return list<float> degrees, 0 to 180
     */
    public function fineBarAngles(): array
    {
        return $this->directions->fineAngles();
    }

    /** Whether there is anything that changes both ways. */
    public function hasModules(): bool
    {
        return $this->busy >= ($this->isSmall ? 1 : self::MODULES);
    }

    /** Whether anything lies in so deep a shadow that it has to be brought out. */
    public function hasShade(): bool
    {
        return $this->isSmall || $this->hasShade;
    }

    /** Whether there is any dark ground, which a symbol without its quiet zone may stand on. */
    public function hasDark(): bool
    {
        return $this->isSmall || $this->hasDark;
    }

    /** Whether anything is blurred, faint or noisy, so that more is seen of it in another way. */
    public function hasSoft(): bool
    {
        return $this->isSmall || $this->soft->areEnough();
    }

    /** @return list<int> by place the pixels from the one before a block's first to its column, which lies at the start of an integer; -1 beyond a picture of less than a block */
    private static function columns(GreyPlane $plane): array
    {
        $columns = [];
        for ($i = 0; $i < self::PLACES; $i++) {
            $column = $i * self::STEP % self::BLOCK;
            $columns[] = $column < $plane->width - 2 ? 1 + $column : -1;
        }

        return $columns;
    }

    /**
     * @param  list<int>  $columns  as above
     * @return list<int> pixels from a block's first to each place, but for those that lie beyond a picture of less than a block
     */
    private static function offsets(GreyPlane $plane, array $columns): array
    {
        $offsets = [];
        foreach ($columns as $i => $column) {
            if ($column >= 0 && intdiv($i, 2) < $plane->height - 2) {
                $offsets[] = intdiv($i, 2) * $plane->width + $column - 1;
            }
        }

        return $offsets;
    }

    /**
     * @param  list<array<int, int>>  $lines  the block's rows and the one below, eight pixels an integer, from 1
     * @param  int  $eight  the integer with the pixel before the block's first
     * @param  list<int>  $columns  of two places in each row, in pixels from that one; -1 for none
     * @return array{int, int, int, int} sums of the squares of the differences along the falling and the rising diagonals, of their products, and the lightest grey
     */
    private static function block(array $lines, int $eight, array $columns): array
    {
        $ff = $rr = $fr = $lightest = 0;
        $above = $lines[0] ?? [];
        for ($row = 0, $tall = count($lines) - 1; $row < $tall; $row++) {
            $below = $lines[$row + 1];
            // Across the diagonals of four pixels: bars of single pixels are seen, and noise has no direction.
            for ($place = 2 * $row; $place < 2 * $row + 2; $place++) {
                $column = $columns[$place];
                if ($column < 0) {
                    continue;
                }
                $at = $eight + ($column >> 3);
                $shift = ($column & 7) << 3;
                if ($shift === 56) {
                    $upper = (($above[$at] >> 56) & 127) | (($above[$at + 1] & 127) << 8);
                    $lower = (($below[$at] >> 56) & 127) | (($below[$at + 1] & 127) << 8);
                } else {
                    $upper = $above[$at] >> $shift;
                    $lower = $below[$at] >> $shift;
                }
                $grey = $upper & 127;
                if ($grey > $lightest) {
                    $lightest = $grey;
                }
                $falling = (($lower >> 8) & 127) - $grey;
                $rising = (($upper >> 8) & 127) - ($lower & 127);
                $ff += $falling * $falling;
                $rr += $rising * $rising;
                $fr += $falling * $rising;
            }
            $above = $below;
        }

        return [$ff, $rr, $fr, $lightest];
    }
}
