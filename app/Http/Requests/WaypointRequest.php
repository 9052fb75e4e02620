<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Route\InvalidRoute;
use KeenGlyph\Core\Route\Route;
use KeenGlyph\Core\Route\ShortCode;

/** A new waypoint, or what of one is to change. */
final class WaypointRequest extends ApiRequest
{
    /** Characters of a code by chance when nothing is said: some 300 million of them. */
    private const LENGTH = 6;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $isNew = $this->isMethod('POST');

        return [
            'name' => [$isNew ? 'required' : 'sometimes', 'filled', 'string', 'max:120', 'regex:/\S/u', 'not_regex:/\x00/'],
            'route' => [$isNew ? 'required' : 'sometimes', 'array'],
            ...($isNew ? ['code' => ['nullable', 'string', 'max:24'], 'length' => ['nullable', 'integer', 'between:4,12'], 'publish' => ['nullable', 'boolean']] : []),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['name' => 'Give it a name.', 'route' => 'Say where it goes.', 'length' => 'A code has 4 to 12 characters.'];
    }

    /** @throws ValidationException */
    public function content(): ?Route
    {
        try {
            return $this->exists('route') ? Route::of($this->input('route')) : null;
        } catch (InvalidRoute $e) {
            throw ValidationException::withMessages([$e->field === '' ? 'route' : "route.$e->field" => [$e->getMessage()]]);
        }
    }

    /** @throws ValidationException */
    public function code(): ?string
    {
        $given = $this->validated('code');
        if (! is_string($given) || $given === '') {
            return null;
        }

        return ShortCode::given($given) ?? throw ValidationException::withMessages(['code' => ['A code has 3 to 24 letters and digits, with single hyphens between them.']]);
    }

    public function length(): int
    {
        return $this->integer('length', self::LENGTH);
    }
}
