<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** A change that mends what a check found. */
final readonly class Fix
{
    /**
     * @param  string  $label  what the change does, in a few words
     * @param  array<string, string|int|float>  $set  options and their new values
     */
    public function __construct(
        public string $label,
        public array $set,
    ) {
    }

    /** @return array{label: string, set: array<string, string|int|float>} */
    public function toArray(): array
    {
        return ['label' => $this->label, 'set' => $this->set];
    }
}
