<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** The glyphs that a finish goes on. */
final class ApplyFinishRequest extends ApiRequest
{
    public const MAX_GLYPHS = 100;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['glyphs' => ['required', 'array', 'min:1', 'max:'.self::MAX_GLYPHS], 'glyphs.*' => ['uuid', 'distinct']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['glyphs.required' => 'Name the glyphs that the finish goes on.', 'glyphs.max' => 'At most '.self::MAX_GLYPHS.' glyphs at once.', 'glyphs.*.uuid' => 'A glyph is named by its id.'];
    }
}
