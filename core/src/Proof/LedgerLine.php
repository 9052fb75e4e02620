<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** One check with its figure, its verdict and, where something can be done, one change that mends it. */
final readonly class LedgerLine
{
    /**
     * @param  string  $check  stable name
     * @param  string  $figure  the measured value with its unit
     * @param  string  $note  what the figure is about, in a few words
     * @param  string  $reason  why, in a sentence or two
     * @param  ?string  $fixLabel  what the change does
     * @param  array<string, string|int|float>  $fix  options and their new values
     * @param  ?array{string, array<string, string|int|float>}  $alternative  another way out: what it does, and its options
     */
    public function __construct(
        public string $check,
        public string $title,
        public Verdict $verdict,
        public string $figure,
        public string $note,
        public string $reason,
        public ?string $fixLabel = null,
        public array $fix = [],
        public ?array $alternative = null,
    ) {
    }

    /** @return array{check: string, title: string, verdict: string, figure: string, note: string, reason: string, fix: ?array{label: string, set: array<string, string|int|float>}, alternative: ?array{label: string, set: array<string, string|int|float>}} */
    public function toArray(): array
    {
        return [
            'check' => $this->check,
            'title' => $this->title,
            'verdict' => $this->verdict->value,
            'figure' => $this->figure,
            'note' => $this->note,
            'reason' => $this->reason,
            'fix' => $this->fixLabel === null ? null : ['label' => $this->fixLabel, 'set' => $this->fix],
            'alternative' => $this->alternative === null ? null : ['label' => $this->alternative[0], 'set' => $this->alternative[1]],
        ];
    }
}
