<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** A step of a search, and what it took. */
final readonly class StepTime
{
    public function __construct(public SearchStep $step, public float $ms)
    {
    }
}
