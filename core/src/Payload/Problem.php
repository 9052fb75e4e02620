<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Something irregular about a payload, in words that say what to do. */
final readonly class Problem
{
    /**
     * @param  string  $code  stable name of the rule
     * @param  string  $field  the field at fault
     * @param  ?string  $fixLabel  what the offered change does
     * @param  ?string  $fixValue  the field's value after it
     * @param  bool  $refused  no symbol may be made of this
     * @param  array<string, string>  $fixFields  further fields that the offered change sets
     * @param  ?int  $position  character of the text at which it stands or is missing, counted from 1; null for a field's own
     * @param  ?string  $clause  standard and clause of the rule, where it is one of a text as a whole
     */
    public function __construct(
        public Severity $severity,
        public string $code,
        public string $field,
        public string $message,
        public ?string $fixLabel = null,
        public ?string $fixValue = null,
        public bool $refused = false,
        public array $fixFields = [],
        public ?int $position = null,
        public ?string $clause = null,
    ) {
    }

    /** @return array{severity: string, code: string, field: string, message: string, position: ?int, clause: ?string, fix: ?array{label: string, fields: array<string, string>}} */
    public function toArray(): array
    {
        return [
            'severity' => $this->severity->value,
            'code' => $this->code,
            'field' => $this->field,
            'message' => $this->message,
            'position' => $this->position,
            'clause' => $this->clause,
            'fix' => $this->fixLabel === null || $this->fixValue === null ? null : ['label' => $this->fixLabel, 'fields' => [$this->field => $this->fixValue] + $this->fixFields],
        ];
    }

    /** Whether it keeps the text from doing what was meant. */
    public function isError(): bool
    {
        return $this->severity === Severity::Error;
    }

    /** The same problem, told of another field. */
    public function at(string $field): self
    {
        return new self($this->severity, $this->code, $field, $this->message, $this->fixLabel, $this->fixValue, $this->refused, $this->fixFields, $this->position, $this->clause);
    }

    /** The same problem taken more or less seriously, and never so that no text could be made. */
    public function as(Severity $severity): self
    {
        return new self($severity, $this->code, $this->field, $this->message, $this->fixLabel, $this->fixValue, false, $this->fixFields, $this->position, $this->clause);
    }

    /** The same problem without its offered change, which would not fit where it is told now. */
    public function withoutFix(): self
    {
        return new self($this->severity, $this->code, $this->field, $this->message, null, null, $this->refused, [], $this->position, $this->clause);
    }

    /** What keeps it from doing what was meant. */
    public static function error(string $code, string $field, string $message, ?string $fixLabel = null, ?string $fixValue = null): self
    {
        return new self(Severity::Error, $code, $field, $message, $fixLabel, $fixValue);
    }

    /** What may go wrong with some readers, or does harm. */
    public static function caution(string $code, string $field, string $message, ?string $fixLabel = null, ?string $fixValue = null): self
    {
        return new self(Severity::Caution, $code, $field, $message, $fixLabel, $fixValue);
    }

    /** Advice on something that its standard allows. */
    public static function note(string $code, string $field, string $message, ?string $fixLabel = null, ?string $fixValue = null): self
    {
        return new self(Severity::Note, $code, $field, $message, $fixLabel, $fixValue);
    }

    /**
     * A rule that a text breaks as a whole: something is missing, doubled or misplaced.
     *
     * @param  int  $position  character from 1
     * @param  ?string  $repaired  the whole text as it should be
     */
    public static function inText(string $code, string $message, int $position, string $clause, ?string $fixLabel = null, ?string $repaired = null): self
    {
        return new self(Severity::Error, $code, 'text', $message, $repaired === null ? null : $fixLabel, $repaired, false, [], $position, $clause);
    }
}
