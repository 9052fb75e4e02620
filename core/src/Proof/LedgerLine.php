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
     * @param  array<string, string|int>  $fix  options and their new values
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
    ) {
    }

    /** @return array{check: string, title: string, verdict: string, figure: string, note: string, reason: string, fix: ?array{label: string, set: array<string, string|int>}} */
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
        ];
    }
}
