<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Values of a kind's fields, of the right shape: empty ones left out, unknown ones refused. */
final readonly class Values
{
    /** Groups or values in one list. */
    private const MAX_ITEMS = 64;

    /**
     * @param  array<string, string|bool|self|list<string>|list<self>>  $values
     * @param  list<Problem>  $problems  what was wrong with the shape or form of values
     */
    private function __construct(
        private array $values,
        public array $problems,
    ) {
    }

    /**
     * @param  list<Field>  $fields
     * @param  array<array-key, mixed>  $input
     * @param  string  $path  before the names of fields in problems
     */
    public static function of(array $fields, array $input, string $path = ''): self
    {
        $values = [];
        $problems = [];
        foreach ($fields as $field) {
            $given = $input[$field->name] ?? null;
            unset($input[$field->name]);
            if ($field->required && $field->default !== '' && ($given === null || $given === '')) {
                $given = $field->default;
            }
            [$value, $found] = self::value($field, $given, $path.$field->name);
            $problems = [...$problems, ...$found];
            if ($value === '' || $value === false || $value === [] || $value === null) {
                if ($field->required && $found === []) {
                    $problems[] = new Problem(Severity::Error, 'missing', $path.$field->name, self::missing($field), refused: true);
                }

                continue;
            }
            $values[$field->name] = $value;
        }
        foreach (array_keys($input) as $unknown) {
            $problems[] = new Problem(Severity::Error, 'unknown_field', $path.mb_scrub((string) $unknown, 'UTF-8'), 'There is no such field. Known are: '.implode(', ', array_column($fields, 'name')).'.', refused: true);
        }

        return new self($values, $problems);
    }

    /** Whether the field has a value that is not empty. */
    public function has(string $name): bool
    {
        return isset($this->values[$name]);
    }

    /** The value, '' when there is none. */
    public function text(string $name): string
    {
        $value = $this->values[$name] ?? '';

        return is_string($value) ? $value : '';
    }

    /** Whether the field is set to true. */
    public function flag(string $name): bool
    {
        return ($this->values[$name] ?? false) === true;
    }

    /** @return list<string> */
    public function texts(string $name): array
    {
        $value = $this->values[$name] ?? [];

        return is_array($value) ? array_values(array_filter($value, is_string(...))) : [];
    }

    /** @return list<self> */
    public function groups(string $name): array
    {
        $value = $this->values[$name] ?? [];
        $items = is_array($value) ? $value : [$value];

        return array_values(array_filter($items, static fn (mixed $item): bool => $item instanceof self));
    }

    /** @return array<string, mixed> plain arrays, as they may be given again */
    public function toArray(): array
    {
        $plain = static fn (mixed $item): mixed => $item instanceof self ? $item->toArray() : $item;

        return array_map(static fn (mixed $value): mixed => is_array($value) ? array_map($plain, $value) : $plain($value), $this->values);
    }

    /** @return array{string|bool|self|list<string>|list<self>|null, list<Problem>} */
    private static function value(Field $field, mixed $given, string $path): array
    {
        if ($given === null) {
            return [null, []];
        }
        if (! $field->repeats) {
            return self::single($field, $given, $path);
        }
        $items = is_array($given) && array_is_list($given) ? $given : [$given];
        if (count($items) > self::MAX_ITEMS) {
            return [null, [self::wrong($path, 'too_many', 'At most '.self::MAX_ITEMS.' are allowed.')]];
        }
        $texts = [];
        $groups = [];
        $problems = [];
        foreach ($items as $i => $item) {
            [$value, $found] = self::single($field, $item, "$path.$i");
            $problems = [...$problems, ...$found];
            if ($value instanceof self) {
                $groups[] = $value;
            } elseif (is_string($value) && $value !== '') {
                $texts[] = $value;
            }
        }

        return [$field->type === FieldType::Group ? $groups : $texts, $problems];
    }

    /** @return array{string|bool|self|null, list<Problem>} */
    private static function single(Field $field, mixed $given, string $path): array
    {
        if ($field->type === FieldType::Group) {
            return self::group($field, $given, $path);
        }
        if ($field->type === FieldType::Flag) {
            $flag = is_bool($given) ? $given : (is_scalar($given) ? filter_var($given, FILTER_VALIDATE_BOOLEAN, FILTER_NULL_ON_FAILURE) : null);

            return $flag === null ? [null, [self::wrong($path, 'flag', 'Say yes or no: true or false.')]] : [$flag, []];
        }
        if (is_int($given) || is_float($given)) {
            $given = (string) $given;
        }
        if (! is_string($given)) {
            return [null, [self::wrong($path, 'type', "{$field->label} is written as text, not as a list or an object.")]];
        }
        $given = $field->type === FieldType::Text ? str_replace(["\r\n", "\r"], "\n", $given) : $given;
        $problem = FieldRule::problem($field, $given, $path);
        // A value of the wrong form is kept beside its problem, so that nothing typed is lost.
        $usable = mb_check_encoding($given, 'UTF-8') ? $given : '';

        return [$usable, $problem === null ? [] : [$problem]];
    }

    /** @return array{?self, list<Problem>} */
    private static function group(Field $field, mixed $given, string $path): array
    {
        if (is_string($given) && $field->mainField() !== null) {
            $given = [$field->mainField()->name => $given];
        }
        if (! is_array($given)) {
            return [null, [self::wrong($path, 'type', "{$field->label} has fields of its own: ".implode(', ', array_column($field->fields, 'name')).'.')]];
        }
        if (array_filter($given, static fn (mixed $value): bool => $value !== '' && $value !== null && $value !== false && $value !== []) === []) {
            return [null, []];
        }
        $values = self::of($field->fields, $given, $path.'.');

        return [new self($values->values, []), $values->problems];
    }

    private static function wrong(string $path, string $code, string $message): Problem
    {
        return new Problem(Severity::Error, $code, $path, $message, refused: true);
    }

    private static function missing(Field $field): string
    {
        return $field->example === '' ? "{$field->label} is needed." : "{$field->label} is needed, such as “{$field->example}”.";
    }
}
