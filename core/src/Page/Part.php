<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

/** A part of a page: one thing to see or to do. */
final readonly class Part
{
    /** @param  array<string, mixed>  $values  by the names of its kind's fields */
    private function __construct(public string $id, public PartKind $kind, public bool $isHidden, public array $values)
    {
    }

    /**
     * @param  array<array-key, mixed>  $given
     *
     * @throws InvalidPage
     */
    public static function of(array $given, string $field): self
    {
        $kind = PartKind::tryFrom(is_string($given['part'] ?? null) ? $given['part'] : '') ?? throw new InvalidPage("$field.part", 'A part is one of '.implode(', ', array_column(PartKind::cases(), 'value')).'.');
        $id = $given['id'] ?? null;
        if (! is_string($id) || preg_match('/^[a-z][a-z0-9]{0,15}$/D', $id) !== 1) {
            throw new InvalidPage("$field.id", 'A part has a short name of its own, such as p1: letters and digits.');
        }
        $fields = $kind->fields();
        foreach (array_keys(array_diff_key($given, $fields, ['id' => 1, 'part' => 1, 'hidden' => 1])) as $name) {
            throw new InvalidPage("$field.$name", 'There is no such field here. Known are: '.implode(', ', array_keys($fields)).'.');
        }
        $values = [];
        foreach ($fields as $name => $one) {
            $values[$name] = $one->value($given[$name] ?? null, "$field.$name");
        }

        return new self($id, $kind, ($given['hidden'] ?? false) === true, $values);
    }

    /** A line of a field, '' where it is empty. */
    public function text(string $name): string
    {
        return is_string($this->values[$name] ?? null) ? $this->values[$name] : '';
    }

    /** @return list<array<string, mixed>> */
    public function rows(string $name): array
    {
        /** @var list<array<string, mixed>> $rows */
        $rows = is_array($this->values[$name] ?? null) ? $this->values[$name] : [];

        return $rows;
    }

    /** @return array<string, mixed> of the kind of payload that bears its name */
    public function fields(): array
    {
        /** @var array<string, mixed> $fields */
        $fields = is_array($this->values['fields'] ?? null) ? $this->values['fields'] : [];

        return $fields;
    }

    /** @return list<string> identifiers of the files that it shows or hands out */
    public function files(): array
    {
        $found = [];
        foreach ($this->kind->fields() as $name => $field) {
            if ($field->type === 'file') {
                $found[] = $this->text($name);
            }
            foreach ($field->type === 'rows' && isset($field->columns['picture']) ? $this->rows($name) : [] as $row) {
                $found[] = is_string($row['picture'] ?? null) ? $row['picture'] : '';
            }
        }

        return array_values(array_filter($found, static fn (string $id): bool => $id !== ''));
    }

    /** @return array<string, string> what it says, by the name of the field, such as links.0.label; without what is empty */
    public function spoken(): array
    {
        $said = [];
        foreach ($this->kind->fields() as $name => $field) {
            if ($field->isSpoken()) {
                $said[$name] = $this->text($name);
            }
            foreach ($field->type === 'rows' ? $this->rows($name) : [] as $i => $row) {
                foreach ($field->columns as $column => $one) {
                    if ($one->isSpoken() && is_string($row[$column])) {
                        $said["$name.$i.$column"] = $row[$column];
                    }
                }
            }
        }

        return array_filter($said, static fn (string $words): bool => $words !== '');
    }

    /** @param  array<string, string>  $words  by the name of the field: what it says in another language */
    public function saying(array $words): self
    {
        $values = $this->values;
        foreach (array_filter(array_intersect_key($words, $this->spoken()), static fn (string $said): bool => $said !== '') as $name => $said) {
            $path = explode('.', $name);
            if (count($path) === 1) {
                $values[$name] = $said;
            } elseif (is_array($values[$path[0]] ?? null) && is_array($values[$path[0]][(int) $path[1]] ?? null)) {
                $values[$path[0]][(int) $path[1]][$path[2]] = $said;
            }
        }

        return new self($this->id, $this->kind, $this->isHidden, $values);
    }

    /** @return array<string, string> by the name of the field: what is still missing before it can be shown */
    public function missing(): array
    {
        $missing = [];
        foreach ($this->kind->fields() as $name => $field) {
            $value = $this->values[$name];
            if ($field->isRequired && ($value === '' || $value === [] || $value === null)) {
                $missing[$name] = 'This is still empty.';
            }
            if ($field->type === 'rows' && $value === []) {
                $missing[$name] = 'Nothing is in this list yet.';
            }
            foreach ($field->type === 'rows' ? $this->rows($name) : [] as $i => $row) {
                foreach ($field->columns as $column => $one) {
                    if ($one->isRequired && ($row[$column] ?? '') === '') {
                        $missing["$name.$i.$column"] = 'This is still empty.';
                    }
                }
            }
        }

        return $missing;
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return ['id' => $this->id, 'part' => $this->kind->value, 'hidden' => $this->isHidden, ...$this->values];
    }
}
