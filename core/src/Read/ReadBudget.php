<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** How long a reading may take. */
final readonly class ReadBudget
{
    private function __construct(private int $started, private float $ms)
    {
    }

    /** @param  float  $ms  from now */
    public static function of(float $ms): self
    {
        return new self((int) hrtime(true), $ms);
    }

    /** Whether this share of the time is over. */
    public function isSpent(float $share = 1.0): bool
    {
        return (hrtime(true) - $this->started) / 1e6 >= $share * $this->ms;
    }
}
