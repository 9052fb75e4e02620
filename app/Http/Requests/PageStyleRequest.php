<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Page\InvalidPage;
use KeenGlyph\Core\Page\PageStyle;

/** A style to be kept by a name. */
final class PageStyleRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['name' => ['required', 'filled', 'string', 'max:80', 'regex:/\S/u', 'not_regex:/[\x00-\x1F]/'], 'style' => ['required', 'array']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['name' => 'Give the style a name.', 'style' => 'Give the style’s colours, face and corners.'];
    }

    /**
     * @return array<string, string>
     *
     * @throws ValidationException
     */
    public function style(): array
    {
        try {
            return PageStyle::of($this->input('style'))->toArray();
        } catch (InvalidPage $e) {
            throw ValidationException::withMessages([mb_scrub(mb_substr($e->field, 0, 60), 'UTF-8') => [$e->getMessage()]]);
        }
    }
}
