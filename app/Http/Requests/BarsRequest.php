<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use KeenGlyph\Core\Linear\LinearSymbology;

/** What `POST /api/v1/bars` takes. */
final class BarsRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...array_intersect_key(ComposeRequest::options(), array_flip(['module_px', 'size_px', 'dark', 'light'])),
            'symbology' => ['required', Rule::enum(LinearSymbology::class)],
            'text' => ['required', 'string', 'max:400'],
            'check' => ['nullable', 'boolean'],
            'captioned' => ['nullable', 'boolean'],
            'format' => ['nullable', Rule::in(['svg', 'png'])],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...ComposeRequest::words(), 'text.required' => 'Give the digits or the text that the bars should carry.'];
    }
}
