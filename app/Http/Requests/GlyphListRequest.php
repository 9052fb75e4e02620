<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** How glyphs are searched, ordered and paged. */
final class GlyphListRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'q' => ['nullable', 'string', 'max:200', 'not_regex:/\x00/'],
            'shelf' => ['nullable', 'string', 'max:80', 'not_regex:/\x00/'],
            'sort' => ['nullable', Rule::in(['-updated_at', 'name'])],
            'limit' => ['nullable', 'integer', 'between:1,100'],
            'cursor' => ['nullable', 'string', 'max:1000'],
        ];
    }
}
