<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Closure;
use Illuminate\Contracts\Validation\Validator;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rules\Enum;
use Illuminate\Validation\Rules\In;
use Illuminate\Validation\ValidationException;

/** A request of the API: what its rules do not name is refused by name, and an empty text is no choice, number or name. */
abstract class ApiRequest extends FormRequest
{
    /** A moment with its zone (RFC 3339), as the API writes them too. */
    protected const MOMENT = 'regex:/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(?:\.\d{1,6})?(?:Z|[+-]\d\d:\d\d)$/D';

    /** Rules whose values are never an empty text. */
    private const FILLED = ['integer', 'numeric', 'boolean', 'array', 'uuid', 'list', 'date'];

    /** @return array<string, list<mixed>> */
    abstract public function rules(): array;

    /** The length of a list is looked at before what is in it. */
    protected function prepareForValidation(): void
    {
        foreach ($this->rules() as $name => $rules) {
            $value = str_contains($name, '*') || ! in_array('array', $rules, true) ? null : $this->input($name);
            foreach (is_array($value) ? $rules : [] as $rule) {
                if (is_string($rule) && preg_match('/^max:(\d+)$/D', $rule, $match) === 1 && count($value) > (int) $match[1]) {
                    throw ValidationException::withMessages([$name => [$this->messages()["$name.max"] ?? "At most {$match[1]} at once; this has ".count($value).'.']]);
                }
            }
        }
    }

    /** @return list<callable(Validator): void> */
    public function after(): array
    {
        return [$this->refuseUnknown(...), $this->refuseBlank(...), $this->refuseOtherTypes(...)];
    }

    /**
     * Names that a body may have beside those of the rules.
     *
     * @return list<string>
     */
    protected function known(): array
    {
        return [];
    }

    /** Neither a text nor fields; a blank text is one, and is judged as such. */
    protected function demandText(Validator $validator): void
    {
        if (! $this->exists('text') && ! $this->exists('fields')) {
            $validator->errors()->add('text', $this->messages()['text.required_without'] ?? 'Write the text.');
        }
    }

    private function refuseUnknown(Validator $validator): void
    {
        $known = [...$this->known(), ...array_map(static fn (string $rule): string => explode('.', $rule)[0], array_keys($this->rules()))];
        $body = $this->isJson() ? $this->json()->all() : [...$this->request->all(), ...$this->allFiles()];
        foreach (array_diff(array_map(strval(...), array_keys($body)), $known) as $name) {
            $validator->errors()->add(str_replace('.', '\.', $name), 'There is no such key here. Known are: '.implode(', ', array_unique($known)).'.');
            // The handler of errors sees the request itself, of which this is a copy.
            $seen = request()->attributes;
            $seen->set('codes', [...(array) $seen->get('codes'), $name => 'unknown_key']);
        }
    }

    /** JSON says what is a number and what a text; forms and addresses cannot. */
    private function refuseOtherTypes(Validator $validator): void
    {
        if (! $this->isJson() || $this->isMethodSafe()) {
            return;
        }
        foreach (array_intersect_key($this->rules(), $this->json()->all()) as $name => $rules) {
            $message = $validator->errors()->has($name) ? null : self::otherType($this->json($name), $rules);
            if ($message !== null) {
                $validator->errors()->add($name, $message);
            }
        }
    }

    /** @param  list<mixed>  $rules */
    private static function otherType(mixed $value, array $rules): ?string
    {
        $isWhole = is_int($value);
        $isNumber = $isWhole || is_float($value);

        return match (true) {
            $value === null => null,
            in_array('boolean', $rules, true) => is_bool($value) ? null : 'This is true or false, without quotes.',
            in_array('integer', $rules, true) => $isWhole ? null : 'This is a whole number, without quotes.',
            in_array('numeric', $rules, true) => $isNumber ? null : 'This is a number, without quotes.',
            default => null,
        };
    }

    private function refuseBlank(Validator $validator): void
    {
        foreach ($this->rules() as $name => $rules) {
            $value = str_contains($name, '*') ? null : $this->input($name);
            // Laravel passes over its rules for a blank text, so that it would go through as it is.
            if (is_string($value) && trim($value) === '' && (self::needsFilling($rules) || ($value !== '' && self::hasForm($rules)))) {
                $validator->errors()->add($name, 'This is empty. Give a value, or leave the key out.');
            }
        }
    }

    /** @param  list<mixed>  $rules */
    private static function hasForm(array $rules): bool
    {
        return array_filter($rules, static fn (mixed $rule): bool => $rule instanceof Closure || (is_string($rule) && str_starts_with($rule, 'regex:'))) !== [];
    }

    /** @param  list<mixed>  $rules */
    private static function needsFilling(array $rules): bool
    {
        foreach ($rules as $rule) {
            if ($rule instanceof Enum || $rule instanceof In || (is_string($rule) && in_array(explode(':', $rule)[0], self::FILLED, true))) {
                return true;
            }
        }

        return false;
    }
}
