<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Linear\LinearSymbology;

/** What `POST /api/v1/bars` takes. */
final class BarsRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...array_intersect_key(ComposeRequest::options(), array_flip(['module_px', 'size_px', 'size_mm', 'dpi', 'dark', 'light'])),
            'size_in' => ['nullable', 'numeric', 'gt:0', 'max:400', 'prohibits:module_px,size_px,size_mm'],
            'name' => ['nullable', 'string', 'max:120'],
            'symbology' => ['required', Rule::enum(LinearSymbology::class)],
            'text' => ['required', 'string', 'max:400'],
            'check' => ['nullable', 'boolean'],
            'captioned' => ['nullable', 'boolean'],
            'format' => ['nullable', Rule::enum(PictureFormat::class)],
            'inline' => ['nullable', Rule::in(['markup', 'data_uri'])],
            'cmyk' => ['nullable', 'boolean'],
            'whole_dots' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...ComposeRequest::words(), 'text.required' => 'Give the digits or the text that the bars should carry.'];
    }
}
