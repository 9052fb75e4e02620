<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Glyphs, and the shelf that they are put on. */
final class ShelveRequest extends ApiRequest
{
    /** Glyphs that one request puts on a shelf. */
    public const MAX_GLYPHS = 500;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'glyphs' => ['required', 'array', 'list', 'max:'.self::MAX_GLYPHS],
            'glyphs.*' => ['uuid'],
            'shelf' => ['present', 'nullable', 'string', 'max:80', 'not_regex:/\x00/'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...ComposeRequest::words(), 'glyphs.required' => 'Choose the glyphs.', 'shelf.present' => 'Name the shelf; null takes the glyphs off theirs.'];
    }

    public function shelf(): ?string
    {
        return ShelfName::of($this->string('shelf')->toString());
    }
}
