<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** A text with its kind, its fields and what is irregular about it. */
final readonly class Payload
{
    /**
     * @param  array<string, string>  $fields
     * @param  list<Problem>  $problems
     */
    public function __construct(
        public Kind $kind,
        public string $text,
        public array $fields,
        public array $problems,
    ) {
    }

    /** The first problem for which no symbol may be made. */
    public function refusal(): ?Problem
    {
        foreach ($this->problems as $problem) {
            if ($problem->refused) {
                return $problem;
            }
        }

        return null;
    }

    /** @return list<Problem> those that keep it from doing what was meant */
    public function errors(): array
    {
        return array_values(array_filter($this->problems, static fn (Problem $problem): bool => $problem->severity === Severity::Error));
    }

    /** @return array{kind: string, fields: array<string, string>, problems: list<array{severity: string, code: string, field: string, message: string, fix: ?array{label: string, value: string}}>} */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind->value,
            'fields' => $this->fields,
            'problems' => array_map(static fn (Problem $problem): array => $problem->toArray(), $this->problems),
        ];
    }
}
