<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function atan2;
use function count;
use function max;
use function min;

/** Which ways blocks of bars change, and with that the angles at which lines cross them. */
final readonly class BarDirections
{
    /** Blocks of bars that agree. */
    private const BARS = 6;

    /** Directions that are told apart: a half turn in as many parts. */
    private const PARTS = 24;

    /** Degrees from the level and the upright within which lines of these cross bars as well. */
    private const LEVEL = 4.0;

    /** Degrees by which bars of one and a half pixels are seen nearer to the diagonal. */
    private const ALIASED = 11.0;

    /** Directions proposed. */
    private const PROPOSED = 3;

    /** @param  non-empty-array<int, list<float>>  $parts  of each part of a half turn the directions of the blocks of bars in it, radians */
    private function __construct(private array $parts)
    {
    }

    /** @param  list<float>  $directions  of each block of bars, radians, 0 to half a turn */
    public static function of(array $directions): self
    {
        $parts = array_fill(0, self::PARTS, []);
        foreach ($directions as $direction) {
            $parts[(int) floor($direction / M_PI * self::PARTS) % self::PARTS][] = $direction;
        }

        return new self($parts);
    }

    /** How many blocks there are of any direction. */
    public function count(): int
    {
        return array_sum(array_map(count(...), $this->parts));
    }

    /** How many blocks agree on the likeliest direction, more or less. */
    public function most(): int
    {
        return max(array_map(count(...), $this->near()));
    }

    /** Whether enough of them agree on one. */
    public function areBars(): bool
    {
        return $this->most() >= self::BARS;
    }

    /**
     * Directions in which lines cross bars, the likeliest first, but for those near the level and the upright.
     *
     * @return list<float> degrees, 0 to 180
     */
    public function angles(): array
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

        return array_values(array_filter($angles, static fn (float $angle): bool => abs(fmod($angle + 45, 90) - 45) > self::LEVEL));
    }

    /**
     * The same for bars of little more than a pixel: differences between pixels see them nearer to the diagonal than they stand.
     *
     * @return list<float> degrees, 0 to 180
     */
    public function fineAngles(): array
    {
        return array_map(static fn (float $angle): float => fmod($angle + self::ALIASED * (fmod($angle, 90) < 45 ? -1 : 1) + 180, 180), $this->angles());
    }

    /** @return non-empty-array<int, list<float>> of each part the directions in it and in those beside it */
    private function near(): array
    {
        $near = [];
        foreach ($this->parts as $part => $directions) {
            $near[$part] = [...$directions, ...$this->parts[($part + 1) % self::PARTS], ...$this->parts[($part + self::PARTS - 1) % self::PARTS]];
        }

        return $near;
    }
}
