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
    /** Pixels a side of a block, and between the places in it that are looked at. */
    private const BLOCK = 24;

    private const STEP_X = 2;

    private const STEP_Y = 4;

    /** Mean square of a difference of greys, of 127, below which a block is blank. */
    private const BLANK = 6.0;

    /** Share of all change that goes one way, from which it is bars: 0 both ways alike to 1. */
    private const COHERENT = 0.7;

    /** Blocks of bars that agree. */
    private const BARS = 4;

    /** Blocks of change both ways that a symbol takes at the least: small ones are not much larger than a block. */
    private const MODULES = 1;

    /** Directions that are told apart: a half turn in as many parts. */
    private const PARTS = 24;

    /** Pixels above which the picture is looked at in half its size. */
    private const LARGE = 1_400_000;

    /** Pixels up to which a picture is small. */
    private const SMALL = 60_000;

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

    /** Looks at about one pixel in eight. */
    public static function of(Pyramid $pyramid): self
    {
        $full = $pyramid->level(0);
        $plane = $full->width * $full->height > self::LARGE && $pyramid->last() > 0 ? $pyramid->level(1) : $full;
        $directions = array_fill(0, self::PARTS, []);
        $busy = 0;
        $across = max(1, intdiv($plane->width - 2, self::BLOCK));
        for ($top = 1, $last = max(1, $plane->height - self::BLOCK - 1); $top <= $last; $top += self::BLOCK) {
            for ($block = 0; $block < $across; $block++) {
                $direction = self::direction($plane, 1 + $block * self::BLOCK, $top);
                if ($direction === false) {
                    $busy++;
                } elseif ($direction !== null) {
                    $directions[(int) floor($direction / M_PI * self::PARTS) % self::PARTS][] = $direction;
                }
            }
        }

        return new self($directions, $busy, $full->width * $full->height < self::SMALL);
    }

    /** Whether there are bars of any direction, as far as can be told. */
    public function hasBars(): bool
    {
        return $this->isSmall || array_filter($this->near(), static fn (array $directions): bool => count($directions) >= self::BARS) !== [];
    }

    /** Whether there is anything that changes both ways. */
    public function hasModules(): bool
    {
        return $this->busy >= self::MODULES;
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

        return array_values(array_filter($angles, static fn (float $angle): bool => abs(fmod($angle + 45, 90) - 45) > 4));
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

    /** @return float|false|null the direction across a block's bars, 0 to half a turn in radians; false where it changes both ways, null where it is blank */
    private static function direction(GreyPlane $plane, int $left, int $top): float|false|null
    {
        $pixels = $plane->pixels;
        $width = $plane->width;
        [$xx, $yy, $xy, $count] = [0, 0, 0, 0];
        $bottom = min($plane->height - 1, $top + self::BLOCK);
        $right = min($width - 1, $left + self::BLOCK);
        for ($y = $top; $y < $bottom; $y += self::STEP_Y) {
            $at = $y * $width + $left;
            for ($x = $left; $x < $right; $x += self::STEP_X, $at += self::STEP_X) {
                // From one pixel to the next: across two, bars of single pixels would look alike.
                $own = ord($pixels[$at]);
                $dx = ord($pixels[$at + 1]) - $own;
                $dy = ord($pixels[$at + $width]) - $own;
                $xx += $dx * $dx;
                $yy += $dy * $dy;
                $xy += $dx * $dy;
                $count++;
            }
        }
        $all = $xx + $yy;
        if ($count === 0 || $all < self::BLANK * $count) {
            return null;
        }
        if (sqrt(($xx - $yy) ** 2 + 4 * $xy * $xy) < self::COHERENT * $all) {
            return false;
        }

        return fmod(atan2(2 * $xy, $xx - $yy) / 2 + M_PI, M_PI);
    }
}
