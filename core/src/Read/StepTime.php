<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** A step of a search, and what it took. */
final readonly class StepTime
{
    /** @param  bool  $found  whether anything was read by it */
    public function __construct(public SearchStep $step, public float $ms, public bool $found = false)
    {
    }
}
