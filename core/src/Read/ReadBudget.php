<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** How long a reading may take. */
final readonly class ReadBudget
{
    /** Share of the time after which nothing new is begun: what is under way still takes a moment. */
    private const LAST = 0.9;

    private function __construct(private int $started, private float $ms)
    {
    }

    /** @param  float  $ms  from now */
    public static function of(float $ms): self
    {
        return new self((int) hrtime(true), $ms);
    }

    /**
     * What is left, but at most so many milliseconds, or a share of the whole where that is more.
     *
     * @param  float  $share  0 to 1
     */
    public function part(float $ms, float $share): self
    {
        return self::of(min(max($ms, $share * $this->ms), max(0.0, $this->ms - (hrtime(true) - $this->started) / 1e6)));
    }

    /**
     * Whether this share of the time is over.
     *
     * @phpstan-impure
     */
    public function isSpent(float $share = 1.0): bool
    {
        return (hrtime(true) - $this->started) / 1e6 >= self::LAST * $share * $this->ms;
    }
}
