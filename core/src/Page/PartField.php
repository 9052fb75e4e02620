<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

use KeenGlyph\Core\Route\InvalidRoute;
use KeenGlyph\Core\Route\Target;

/** What a field of a part holds, and how much of it. */
final readonly class PartField
{
    public const DAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];

    /**
     * @param  'line'|'text'|'code'|'link'|'file'|'id'|'choice'|'number'|'days'|'time'|'fields'|'rows'  $type
     * @param  int  $most  characters, or rows
     * @param  list<string>  $choices  the first is taken when nothing is said
     * @param  array<string, self>  $columns  of rows
     * @param  array{float, float}  $range
     */
    private function __construct(public string $type, public bool $isRequired = false, public int $most = 0, public array $choices = [], public array $columns = [], private array $range = [0.0, 0.0])
    {
    }

    /** A line of words, said in each language. */
    public static function line(int $most, bool $isRequired = false): self
    {
        return new self('line', $isRequired, $most);
    }

    /** Paragraphs, said in each language; a line that begins with "## " is a heading. */
    public static function text(int $most, bool $isRequired = false): self
    {
        return new self('text', $isRequired, $most);
    }

    /** A line that is the same in each language. */
    public static function code(int $most, bool $isRequired = false): self
    {
        return new self('code', $isRequired, $most);
    }

    /** An address that a page opens. */
    public static function link(bool $isRequired = false): self
    {
        return new self('link', $isRequired, 2000);
    }

    /** The identifier of a file that was uploaded. */
    public static function file(bool $isRequired = false): self
    {
        return new self('file', $isRequired, 36);
    }

    /** The identifier of a stored file. */
    public static function id(bool $isRequired = false): self
    {
        return new self('id', $isRequired, 36);
    }

    /** @param  non-empty-list<string>  $choices */
    public static function choice(array $choices): self
    {
        return new self('choice', choices: $choices);
    }

    /** A number between two bounds, both allowed. */
    public static function number(float $least, float $most): self
    {
        return new self('number', range: [$least, $most]);
    }

    /** Days of the week. */
    public static function days(): self
    {
        return new self('days');
    }

    /** A time of day, HH:MM. */
    public static function time(): self
    {
        return new self('time', true);
    }

    /** Fields of the kind of payload that bears the part's name. */
    public static function fields(): self
    {
        return new self('fields', true);
    }

    /** @param  array<string, self>  $columns */
    public static function rows(int $most, array $columns): self
    {
        return new self('rows', false, $most, columns: $columns);
    }

    /** Whether it is said anew in each language. */
    public function isSpoken(): bool
    {
        return $this->type === 'line' || $this->type === 'text';
    }

    /** @return array<string, mixed> as forms are made from it */
    public function described(): array
    {
        return ['type' => $this->type, 'required' => $this->isRequired, 'most' => $this->most, 'spoken' => $this->isSpoken(), 'choices' => $this->choices, 'columns' => array_map(static fn (string $name, self $column): array => ['name' => $name, ...$column->described()], array_keys($this->columns), $this->columns)];
    }

    /**
     * The value as it is stored. A draft may still lack what is required.
     *
     * @throws InvalidPage
     */
    public function value(mixed $given, string $field): mixed
    {
        return match ($this->type) {
            'line', 'text', 'code', 'link', 'file', 'id', 'time' => $this->written($given, $field),
            'choice' => $given === null || $given === '' ? $this->choices[0] : (is_string($given) && in_array($given, $this->choices, true) ? $given : throw new InvalidPage($field, 'Choose one of '.implode(', ', $this->choices).'.')),
            'number' => $given === null || $given === '' ? null : ((is_int($given) || is_float($given)) && is_finite((float) $given) && $given >= $this->range[0] && $given <= $this->range[1] ? (float) $given : throw new InvalidPage($field, "A number from {$this->range[0]} to {$this->range[1]}.")),
            'days' => $given === null ? [] : (is_array($given) && array_diff(array_map(static fn (mixed $one): string => is_string($one) ? $one : '', $given), self::DAYS) === [] ? array_values(array_filter(self::DAYS, static fn (string $day): bool => in_array($day, $given, true))) : throw new InvalidPage($field, 'Days are '.implode(', ', self::DAYS).'.')),
            'fields' => $given === null ? [] : (is_array($given) ? $given : throw new InvalidPage($field, 'Give the fields by their names.')),
            'rows' => $this->rowsOf($given, $field),
        };
    }

    private function written(mixed $given, string $field): string
    {
        $text = $given ?? '';
        if (! is_string($text) || ! mb_check_encoding($text, 'UTF-8') || preg_match($this->type === 'text' ? '/[\x00-\x08\x0B\x0C\x0E-\x1F]/' : '/[\x00-\x1F\x7F]/', $text) === 1) {
            throw new InvalidPage($field, $this->type === 'text' ? 'This is a text.' : 'This is one line of text.');
        }
        if (mb_strlen($text) > $this->most && $this->type !== 'time') {
            throw new InvalidPage($field, "At most $this->most characters; this has ".mb_strlen($text).'.');
        }
        $text = $this->type === 'text' ? str_replace(["\r\n", "\r"], "\n", $text) : trim($text);
        if ($text !== '') {
            $this->judge($text, $field);
        }

        return $text;
    }

    /** @throws InvalidPage */
    private function judge(string $text, string $field): void
    {
        if (($this->type === 'file' || $this->type === 'id') && preg_match('/^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/D', $text) !== 1) {
            throw new InvalidPage($field, 'Choose one of those that this workspace has.');
        }
        if ($this->type === 'time' && preg_match('/^(?:[01]\d|2[0-3]):[0-5]\d$|^24:00$/D', $text) !== 1) {
            throw new InvalidPage($field, 'A time is such as 09:00, from 00:00 to 24:00.');
        }
        if ($this->type === 'link') {
            try {
                Target::of(['link' => $text]);
            } catch (InvalidRoute $e) {
                throw new InvalidPage($field, $e->getMessage());
            }
        }
    }

    /**
     * @return list<array<string, mixed>>
     *
     * @throws InvalidPage
     */
    private function rowsOf(mixed $given, string $field): array
    {
        if ($given !== null && (! is_array($given) || ! array_is_list($given) || count($given) > $this->most)) {
            throw new InvalidPage($field, "A list of at most $this->most.");
        }
        $rows = [];
        foreach ($given ?? [] as $i => $row) {
            if (! is_array($row)) {
                throw new InvalidPage("$field.$i", 'Give its fields by their names.');
            }
            foreach (array_keys(array_diff_key($row, $this->columns)) as $name) {
                throw new InvalidPage("$field.$i.$name", 'There is no such field here. Known are: '.implode(', ', array_keys($this->columns)).'.');
            }
            $made = [];
            foreach ($this->columns as $name => $column) {
                $made[$name] = $column->value($row[$name] ?? null, "$field.$i.$name");
            }
            $rows[] = $made;
        }

        return $rows;
    }
}
