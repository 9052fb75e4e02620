<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Http\Requests\Concerns\HoldsPageContent;

/** What of a page is to change. */
final class PageChangeRequest extends ApiRequest
{
    use HoldsPageContent;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['name' => ['sometimes', 'filled', 'string', 'max:120', 'regex:/\S/u', 'not_regex:/[\x00-\x1F]/'], 'content' => ['sometimes', 'array']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['name' => 'Give it a name.', 'content' => 'Give the page’s language, style, parts and words.'];
    }

    public function name(): ?string
    {
        $name = $this->validated('name');

        return is_string($name) ? trim($name) : null;
    }
}
