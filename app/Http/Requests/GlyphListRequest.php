<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;

/** How glyphs are searched, ordered and paged. */
final class GlyphListRequest extends PageRequest
{
    public const MAX_LIMIT = 100;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'q' => ['nullable', 'string', 'max:200'], 'shelf' => ['nullable', 'string', 'max:80'], 'finish_id' => ['nullable', 'uuid'], 'sort' => ['nullable', Rule::in(['-updated_at', 'name'])]];
    }
}
