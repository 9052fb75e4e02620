<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What reading a picture gave: symbols, or how far it came. */
final readonly class ReadOutcome
{
    /**
     * @param  list<Reading>  $readings
     * @param  list<LinearReading>  $linear
     */
    public function __construct(
        public array $readings,
        public ?Stage $failedAt,
        public array $linear = [],
    ) {
    }

    /** Symbols of any kind. */
    public function count(): int
    {
        return count($this->readings) + count($this->linear);
    }
}
