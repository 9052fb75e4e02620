<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

/** One check with its figure, its verdict and, where something can be done, the changes that mend it. */
final readonly class LedgerLine
{
    /**
     * @param  string  $check  stable name
     * @param  string  $figure  the measured value with its unit
     * @param  string  $note  what the figure is about, in a few words
     * @param  string  $reason  why, in a sentence or two
     * @param  ?Fix  $alternative  another way out
     */
    public function __construct(
        public string $check,
        public string $title,
        public Verdict $verdict,
        public string $figure,
        public string $note,
        public string $reason,
        public ?Fix $fix = null,
        public ?Fix $alternative = null,
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
            'fix' => $this->fix?->toArray(),
            'alternative' => $this->alternative?->toArray(),
        ];
    }
}
