<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** How long a reading may take. */
final readonly class ReadBudget
{
    /** Share of the time after which nothing new is begun; what is under way at the end of all of it is broken off. */
    private const LAST = 0.95;

    /** @param  float  $end  nanoseconds of the clock */
    private function __construct(private int $started, private float $ms, private float $end)
    {
    }

    /** @param  float  $ms  from now */
    public static function of(float $ms): self
    {
        $now = (int) hrtime(true);

        return new self($now, $ms, $now + 1e6 * $ms);
    }

    /**
     * What is left, but at most so many milliseconds. What is under way at their end still has what the whole has left.
     *
     * @param  float  $least  share of the whole, 0 to 1, that it may always take
     * @param  float  $most  share of the whole that it may take
     */
    public function part(float $ms, float $least = 0.0, float $most = 1.0): self
    {
        $now = (int) hrtime(true);

        return new self($now, min(max($ms, $least * $this->ms), $most * $this->ms, max(0.0, $this->ms - ($now - $this->started) / 1e6)), $this->end);
    }

    /**
     * Whether so much of the time is over that nothing new is begun in this share of it.
     *
     * @phpstan-impure
     */
    public function isSpent(float $share = 1.0): bool
    {
        return (hrtime(true) - $this->started) / 1e6 >= self::LAST * $share * $this->ms;
    }

    /**
     * For the middle of what takes long.
     *
     * @phpstan-impure
     *
     * @throws TimeIsUp when what is under way may not go on
     */
    public function insist(): void
    {
        if (hrtime(true) >= $this->end) {
            throw new TimeIsUp;
        }
    }
}
