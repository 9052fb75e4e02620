<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Library\ArrangeGlyphs;

/** Glyphs, and where they are to stand. */
final class ArrangeRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $tags = ['sometimes', 'array', 'list', 'max:'.ArrangeGlyphs::TAGS];
        $tag = ['filled', 'string', 'max:40', 'regex:/\S/u', 'not_regex:/[\x00-\x1F,]/'];

        return [
            'glyphs' => ['required', 'array', 'list', 'max:'.ShelveRequest::MAX_GLYPHS],
            'glyphs.*' => ['uuid'],
            'shelf' => ['nullable', 'string', 'max:'.ArrangeGlyphs::SHELF, 'not_regex:/\x00/'],
            'archived' => ['sometimes', 'boolean'],
            'add_tags' => $tags, 'add_tags.*' => $tag,
            'remove_tags' => $tags, 'remove_tags.*' => $tag,
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['glyphs.required' => 'Choose the glyphs.', 'add_tags.*' => 'A tag has 1 to 40 characters and no comma.', 'remove_tags.*' => 'A tag has 1 to 40 characters and no comma.'];
    }

    /** @return array{shelf?: ?string, archived?: bool} */
    public function to(): array
    {
        return [...($this->exists('shelf') ? ['shelf' => ShelfName::of($this->string('shelf')->toString())] : []), ...($this->exists('archived') ? ['archived' => $this->boolean('archived')] : [])];
    }

    /** @return list<string> */
    public function tags(string $name): array
    {
        return array_values(array_unique(array_map(static fn (mixed $tag): string => is_string($tag) ? trim($tag) : '', (array) $this->input($name))));
    }
}
