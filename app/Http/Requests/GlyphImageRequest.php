<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** How a saved glyph's picture may be asked for. */
final class GlyphImageRequest extends ApiRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            ...array_intersect_key(ComposeRequest::options(), ['module_px' => 1, 'size_px' => 1, 'size_mm' => 1, 'dpi' => 1]),
            'cmyk' => ['nullable', 'boolean'],
            'download' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ComposeRequest::words();
    }
}
