<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** An application identifier and its value. */
final readonly class Element
{
    public function __construct(
        public string $ai,
        public string $value,
    ) {
    }

    /** What the table says of its identifier; null for an unknown one. */
    public function identifier(): ?ApplicationIdentifier
    {
        return AiTable::find($this->ai);
    }

    /** As people read it: (01)09520123456788. */
    public function bracketed(): string
    {
        return "($this->ai)$this->value";
    }
}
