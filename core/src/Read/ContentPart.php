<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Bytes of a symbol under one statement of their character set. */
final readonly class ContentPart
{
    /** @param  ?string  $characterSet  as mbstring names it; null where none was stated */
    public function __construct(
        public string $bytes,
        public ?string $characterSet,
    ) {
    }
}
