<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What reading a picture gave: symbols, or how far it came. */
final readonly class ReadOutcome
{
    /** @param  list<Reading>  $readings */
    public function __construct(
        public array $readings,
        public ?Stage $failedAt,
    ) {
    }
}
