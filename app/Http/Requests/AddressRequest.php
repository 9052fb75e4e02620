<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Keys\KeySort;
use App\Models\Key;
use App\Support\Current;
use Closure;
use Illuminate\Validation\Rule;

/** A picture address that shall be made. */
final class AddressRequest extends DrawnRequest
{
    public const FORMATS = ['svg', 'png', 'webp', 'jpg', 'pdf'];

    /** Values that can stay open. */
    private const OPEN = 30;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'key' => ['required', 'integer', $this->own(...)],
            'format' => ['nullable', Rule::in(self::FORMATS)],
            'expires_at' => ['nullable', 'string', self::MOMENT, 'date', 'after:now', 'before:2200-01-01'],
            'open' => ['nullable', 'array', 'list', 'max:'.self::OPEN],
            'open.*' => ['string', 'distinct', 'regex:/^[fm]\.[A-Za-z0-9_.()-]{1,70}$/D'],
            'signed' => ['nullable', 'boolean'],
        ];
    }

    public function after(): array
    {
        return [...parent::after(), $this->demandDrawn(...)];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'expires_at.regex' => 'Write the time as 2027-01-31T12:00:00Z.',
            ...parent::messages(),
            'key.required' => 'Choose the publishable key that the address is for.',
            'open.*.regex' => 'What stays open is a field (f.name) or a merge field (m.name).',
            'expires_at.after' => 'Choose a time that is still to come.',
        ];
    }

    public function key(): Key
    {
        return self::find($this, $this->validated('key')) ?? new Key;
    }

    private function own(string $attribute, mixed $value, Closure $fail): void
    {
        $key = self::find($this, $value);
        if ($key === null || $key->sort !== KeySort::Publishable || ! $key->isLive()) {
            $fail($key === null ? 'There is no such key in this workspace.' : 'This key is secret or has ended. An address needs a publishable one that holds.');
        }
    }

    private static function find(self $request, mixed $id): ?Key
    {
        return is_numeric($id) && (int) $id > 0 ? Current::workspace($request)->keys()->whereKey((int) $id)->first() : null;
    }
}
