<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function atan2;
use function count;
use function max;
use function min;
use function ord;
use function sqrt;

/**
 * Where a picture changes, and which way: block by block the mean products of the differences along and down (the structure
 * tensor). Bars change one way over several blocks side by side, modules both ways; a bare wall nowhere.
 */
final readonly class Texture
{
    /** Pixels a side of a block. */
    private const BLOCK = 16;

    /** Places in it that are looked at: uneven steps, lest they always fall beside the edges of modules of whole pixels. */
    private const COLUMNS = [0, 2, 5, 7, 11, 13];

    private const ROWS = [0, 3, 7, 10, 14];

    /** Mean square of the differences across four pixels, of 127 greys each, below which a block is blank. */
    private const BLANK = 12.0;

    /** The same in the noisiest picture, and how far above its noise a block must be. */
    private const NOISY = 150.0;

    private const ABOVE = 2.0;

    /** Share of all change that goes one way, from which it is bars: 0 both ways alike to 1. */
    private const COHERENT = 0.6;

    /** Blocks of bars that agree. */
    private const BARS = 6;

    /** Blocks of change both ways that a symbol takes at the least: small ones are not much larger than a block. */
    private const MODULES = 2;

    /** Share of all blocks that change, from which bars are what the picture is about. */
    private const MOSTLY = 0.4;

    /** Directions that are told apart: a half turn in as many parts. */
    private const PARTS = 24;

    /** Pixels above which the picture is looked at in half its size. */
    private const LARGE = 1_400_000;

    /** Pixels up to which a picture is small. */
    private const SMALL = 60_000;

    /** Degrees from the level and the upright within which lines of these cross bars as well. */
    private const LEVEL = 4.0;

    /** Degrees by which bars of one and a half pixels are seen nearer to the diagonal. */
    private const ALIASED = 11.0;

    /** Modules around a symbol in which its label ends, more often than not. */
    private const LABEL = 6.0;

    /** Symbols that are left out: with more, telling costs more than looking. */
    private const FRAMES = 6;

    /** Directions proposed. */
    private const PROPOSED = 3;

    /**
     * @param  array<int, list<float>>  $directions  of each part of a half turn the directions of the blocks of bars in it, radians
     * @param  int  $busy  blocks that change both ways
     * @param  bool  $isSmall  whether the picture has few blocks, and looking at it costs less than telling
     */
    private function __construct(private array $directions, private int $busy, private bool $isSmall)
    {
    }

    /**
     * Looks at about one pixel in nine.
     *
     * @param  list<SymbolFrame>  $read  symbols whose modules are not asked about
     */
    public static function of(Pyramid $pyramid, array $read = []): self
    {
        $full = $pyramid->level(0);
        $plane = $full->width * $full->height > self::LARGE && $pyramid->last() > 0 ? $pyramid->level(1) : $full;
        $blocks = [];
        // The edges of the label that a symbol stands on are no bars either.
        $frames = array_map(static fn (SymbolFrame $frame): SymbolFrame => $frame->wider(self::LABEL), array_slice($read, 0, self::FRAMES));
        $across = max(1, intdiv($plane->width - 2, self::BLOCK));
        for ($top = 1, $last = max(1, $plane->height - self::BLOCK - 1); $top <= $last; $top += self::BLOCK) {
            for ($block = 0; $block < $across; $block++) {
                $left = 1 + $block * self::BLOCK;
                foreach ($frames as $frame) {
                    if ($frame->covers(($left + self::BLOCK / 2) * $plane->scale, ($top + self::BLOCK / 2) * $plane->scale)) {
                        continue 2;
                    }
                }
                $blocks[] = self::block($plane, $left, $top);
            }
        }
        // What the calmest quarter has is noise.
        $changes = array_column($blocks, 0);
        sort($changes);
        $calm = $changes[intdiv(count($changes), 4)] ?? 0.0;
        $isSmall = $full->width * $full->height < self::SMALL;
        $least = $isSmall ? self::BLANK : max(self::BLANK, min(self::NOISY, self::ABOVE * $calm));
        $directions = array_fill(0, self::PARTS, []);
        $busy = 0;
        foreach ($blocks as [$change, $coherence, $direction]) {
            if ($change >= $least) {
                if ($coherence < self::COHERENT) {
                    $busy++;
                } else {
                    $directions[(int) floor($direction / M_PI * self::PARTS) % self::PARTS][] = $direction;
                }
            }
        }

        return new self($directions, $busy, $isSmall);
    }

    /** Whether there are bars of any direction, as far as can be told. */
    public function hasBars(): bool
    {
        return ($this->isSmall && ($this->busy > 0 || array_filter($this->directions) !== [])) || array_filter($this->near(), static fn (array $directions): bool => count($directions) >= self::BARS) !== [];
    }

    /** Whether bars of one direction are a good part of all there is in the picture. */
    public function isMostlyBars(): bool
    {
        $most = max([0, ...array_map(count(...), $this->near())]);

        return $this->hasBars() && $most >= self::MOSTLY * ($this->busy + array_sum(array_map(count(...), $this->directions)));
    }

    /** Whether there is anything that changes both ways. */
    public function hasModules(): bool
    {
        return $this->busy >= ($this->isSmall ? 1 : self::MODULES);
    }

    /**
     * Directions in which lines cross bars, the likeliest first, but for those near the level and the upright.
     *
     * @return list<float> degrees, 0 to 180
     */
    public function barAngles(): array
    {
        $near = $this->near();
        uasort($near, static fn (array $a, array $b): int => count($b) <=> count($a));
        $angles = [];
        foreach ($near as $directions) {
            if (count($directions) < self::BARS || count($angles) === self::PROPOSED) {
                break;
            }
            // Directions are the same after half a turn, so twice the angle has a mean.
            [$cosine, $sine] = [0.0, 0.0];
            foreach ($directions as $direction) {
                $cosine += cos(2 * $direction);
                $sine += sin(2 * $direction);
            }
            $angle = fmod(rad2deg(atan2($sine, $cosine)) / 2 + 180, 180);
            foreach ($angles as $other) {
                $apart = abs($other - $angle);
                if (min($apart, 180 - $apart) < 15) {
                    continue 2;
                }
            }
            $angles[] = $angle;
        }
        $angles = array_values(array_filter($angles, static fn (float $angle): bool => abs(fmod($angle + 45, 90) - 45) > self::LEVEL));
        // Differences between pixels see fine bars nearer to the diagonal than they stand.
        foreach ($angles as $angle) {
            $angles[] = fmod($angle + self::ALIASED * (fmod($angle, 90) < 45 ? -1 : 1) + 180, 180);
        }

        return $angles;
    }

    /** @return array<int, list<float>> of each part the directions in it and in those beside it */
    private function near(): array
    {
        $near = [];
        foreach ($this->directions as $part => $directions) {
            $near[$part] = [...$directions, ...$this->directions[($part + 1) % self::PARTS], ...$this->directions[($part + self::PARTS - 1) % self::PARTS]];
        }

        return $near;
    }

    /** @return array{float, float, float} mean square of the differences, share of them that goes one way, and that way: 0 to half a turn in radians */
    private static function block(GreyPlane $plane, int $left, int $top): array
    {
        $pixels = $plane->pixels;
        $width = $plane->width;
        [$xx, $yy, $xy, $count] = [0, 0, 0, 0];
        [$right, $bottom] = [$width - 1, $plane->height - 1];
        foreach (self::ROWS as $row) {
            if ($top + $row >= $bottom) {
                break;
            }
            foreach (self::COLUMNS as $column) {
                if ($left + $column >= $right) {
                    break;
                }
                $at = ($top + $row) * $width + $left + $column;
                // Across the diagonals of four pixels: bars of single pixels are seen, and noise has no direction.
                $falling = ord($pixels[$at + $width + 1]) - ord($pixels[$at]);
                $rising = ord($pixels[$at + 1]) - ord($pixels[$at + $width]);
                $dx = $falling + $rising;
                $dy = $falling - $rising;
                $xx += $dx * $dx;
                $yy += $dy * $dy;
                $xy += $dx * $dy;
                $count++;
            }
        }
        $all = $xx + $yy;

        return [
            $all / max(1, $count),
            sqrt(($xx - $yy) ** 2 + 4 * $xy * $xy) / max(1, $all),
            fmod(atan2(2 * $xy, $xx - $yy) / 2 + M_PI, M_PI),
        ];
    }
}
