<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What a symbol says. */
final readonly class Content
{
    /**
     * @param  string  $text  UTF-8
     * @param  string  $bytes  as they stand in the segments
     * @param  list<array{mode: string, chars: int, bits: int}>  $segments
     */
    public function __construct(
        public string $text,
        public string $bytes,
        public array $segments,
    ) {
    }
}
