<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use KeenGlyph\Core\Gs1\DigitalLink;
use KeenGlyph\Core\Gs1\ElementString;
use KeenGlyph\Core\Gs1\InvalidElements;

/** A text with its kind, its fields and what is irregular about it. */
final readonly class Payload
{
    /**
     * @param  array<string, mixed>  $fields
     * @param  list<Problem>  $problems
     */
    public function __construct(
        public Kind $kind,
        public string $text,
        public array $fields,
        public array $problems,
        public Context $context = new Context,
    ) {
    }

    /**
     * What keeps a symbol from being made, for every way in: an error, unless a text is wanted as it is for a test;
     * then only that there is no text at all.
     */
    public function obstacle(bool $asIs = false): ?Problem
    {
        if ($asIs && $this->text !== '') {
            return null;
        }

        return $this->errors()[0] ?? null;
    }

    /** The first problem for which no text can be made. */
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
        return array_values(array_filter($this->problems, static fn (Problem $problem): bool => $problem->isError()));
    }

    /** The text after a problem's offered change; null when it offers none. */
    public function repaired(Problem $problem): ?string
    {
        if ($problem->fixValue === null) {
            return null;
        }
        if ($problem->field === 'text' && $this->kind !== Kind::Text) {
            return $problem->fixValue;
        }
        $fields = $this->fields;
        foreach ([$problem->field => $problem->fixValue] + $problem->fixFields as $path => $value) {
            $fields = self::with($fields, explode('.', $path), $value);
        }
        $built = Payloads::build($this->kind, $fields, $this->context);

        return $built->text === '' ? null : $built->text;
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @param  non-empty-list<string>  $path
     * @return array<array-key, mixed>
     */
    private static function with(array $fields, array $path, string $value): array
    {
        $name = array_shift($path);
        $inner = $fields[$name] ?? [];
        $fields[$name] = $path === [] ? $value : self::with(is_array($inner) ? $inner : [], $path, $value);

        return $fields;
    }

    /** GS1 elements as they are printed beside a symbol, an identifier a line; empty for other kinds. */
    public function readable(): string
    {
        $elements = $this->elements();

        return $elements === null ? '' : implode("\n", $elements->readable());
    }

    /** The GS1 elements that the text carries; null for other kinds, and for a text that only should be one of these. */
    public function elements(): ?ElementString
    {
        try {
            return match ($this->kind) {
                Kind::Gs1Elements => ElementString::fromSymbol($this->text),
                Kind::Gs1Link => DigitalLink::parse($this->text)->elements,
                default => null,
            };
        } catch (InvalidElements) {
            return null;
        }
    }

    /** @return array{kind: string, fields: array<string, mixed>, problems: list<array{severity: string, code: string, field: string, message: string, position: ?int, clause: ?string, fix: ?array{label: string, fields: array<string, string>}}>} */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind->value,
            'fields' => $this->fields,
            'problems' => array_map(static fn (Problem $problem): array => $problem->toArray(), $this->problems),
        ];
    }
}
