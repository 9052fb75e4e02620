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
    ) {
    }

    /** @return array{severity: string, code: string, field: string, message: string, fix: ?array{label: string, fields: array<string, string>}} */
    public function toArray(): array
    {
        return [
            'severity' => $this->severity->value,
            'code' => $this->code,
            'field' => $this->field,
            'message' => $this->message,
            'fix' => $this->fixLabel === null || $this->fixValue === null ? null : ['label' => $this->fixLabel, 'fields' => [$this->field => $this->fixValue] + $this->fixFields],
        ];
    }

    /** The same problem, told of another field. */
    public function at(string $field): self
    {
        return new self($this->severity, $this->code, $field, $this->message, $this->fixLabel, $this->fixValue, $this->refused, $this->fixFields);
    }

    public static function error(string $code, string $field, string $message, ?string $fixLabel = null, ?string $fixValue = null): self
    {
        return new self(Severity::Error, $code, $field, $message, $fixLabel, $fixValue);
    }

    public static function caution(string $code, string $field, string $message, ?string $fixLabel = null, ?string $fixValue = null): self
    {
        return new self(Severity::Caution, $code, $field, $message, $fixLabel, $fixValue);
    }
}
