<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Keys\KeySort;
use App\Keys\Origin;
use App\Models\Ability;
use App\Models\Key;
use App\Support\Current;
use Closure;
use Illuminate\Contracts\Validation\Validator;
use Illuminate\Support\Carbon;
use Illuminate\Validation\Rule;

/** What a key is for and how much it may do; on a change only what changes. */
final class KeyRequest extends ApiRequest
{
    /** Pages that one key lists. */
    private const ORIGINS = 20;

    private const MOST_CALLS = 1_000_000_000;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $isNew = $this->isMethod('POST');

        return [
            'name' => [$isNew ? 'required' : 'filled', 'string', 'max:120', 'regex:/\S/u'],
            ...($isNew ? ['sort' => ['nullable', Rule::enum(KeySort::class)]] : []),
            'abilities' => ['nullable', 'array', 'list', 'min:1', 'max:10', $this->within(...)],
            'abilities.*' => ['distinct', Rule::in(Ability::names())],
            'expires_at' => ['nullable', 'string', self::MOMENT, 'date', 'after:now', 'before:2100-01-01'],
            'origins' => ['nullable', 'array', 'list', 'max:'.self::ORIGINS],
            'origins.*' => ['string', 'max:255', self::origin(...)],
            'must_sign' => ['nullable', 'boolean'],
            'max_px' => ['nullable', 'integer', 'between:21,8192'],
            'quota' => ['nullable', 'integer', 'between:0,'.self::MOST_CALLS],
            'per_minute' => ['nullable', 'integer', 'between:1,1000000'],
        ];
    }

    /** @return list<callable(Validator): void> */
    public function after(): array
    {
        return [...parent::after(), $this->demandPlaces(...)];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'expires_at.regex' => 'Write the time as 2027-01-31T12:00:00Z.',
            'name.required' => 'Say what the key is for.',
            'name.filled' => 'Say what the key is for.',
            'name.regex' => 'Say what the key is for.',
            'name.max' => 'A name has at most 120 characters.',
            'abilities.min' => 'Choose what the key may do.',
            'abilities.list' => 'Abilities are a list such as ["draw"].',
            'abilities.*.in' => 'There is no such ability. There are: '.implode(', ', Ability::names()).'.',
            'abilities.*.distinct' => 'This ability stands here twice.',
            'expires_at.after' => 'Choose a time that is still to come.',
            'expires_at.date' => 'Write the time as 2027-01-31T12:00:00Z.',
            'origins.max' => 'A key lists at most '.self::ORIGINS.' origins.',
            'max_px.between' => 'The longest side is 21 to 8 192 pixels.',
            'quota.between' => 'An allowance is 0 to 1 000 000 000 calls a month; leave it out for no end.',
            'per_minute.between' => 'A pace is 1 to 1 000 000 calls a minute.',
        ];
    }

    /**
     * What was said, as a key keeps it; null sets back what may be empty.
     *
     * @return array<string, mixed>
     */
    public function given(): array
    {
        $given = array_filter($this->validated(), static fn (mixed $value, string $name): bool => $value !== null || in_array($name, ['expires_at', 'max_px', 'quota'], true), ARRAY_FILTER_USE_BOTH);
        if (isset($given['sort'])) {
            $given['sort'] = KeySort::from((string) $given['sort']);
        }
        if (isset($given['expires_at'])) {
            $given['expires_at'] = Carbon::parse((string) $given['expires_at']);
        }
        if (isset($given['origins'])) {
            $given['origins'] = array_values(array_unique(array_filter(array_map(static fn (mixed $origin): ?string => Origin::plain((string) $origin), (array) $given['origins']))));
        }

        return $given;
    }

    /** A key that makes keys gives nothing that it has not. */
    private function within(string $attribute, mixed $value, Closure $fail): void
    {
        $own = Current::user($this)->currentAccessToken();
        $more = $own instanceof Key && is_array($value) ? array_diff(array_filter($value, is_string(...)), $own->abilities) : [];
        if ($more !== []) {
            $fail('The key that asks cannot give what it has not: '.implode(', ', $more).'.');
        }
    }

    private static function origin(string $attribute, mixed $value, Closure $fail): void
    {
        if (! is_string($value) || Origin::plain($value) === null) {
            $fail('An origin is a scheme and a host, such as https://www.fennmoor.example, without a path.');
        }
    }

    /** A key that stands in pages and is held to no place would be everybody's. */
    private function demandPlaces(Validator $validator): void
    {
        if (! $this->isMethod('POST') || $this->input('sort') !== KeySort::Publishable->value || $validator->errors()->isNotEmpty()) {
            return;
        }
        if ($this->input('must_sign') === false && ($this->input('origins') ?? []) === []) {
            $validator->errors()->add('origins', 'List the pages that the key holds from, or let its addresses be signed.');
        }
    }
}
