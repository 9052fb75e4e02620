<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Http\Requests\Concerns\HoldsPageContent;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Page\PageKind;
use KeenGlyph\Core\Route\ShortCode;

/** A new page: what it is for, and perhaps its content and a readable code. */
final class NewPageRequest extends ApiRequest
{
    use HoldsPageContent;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'filled', 'string', 'max:120', 'regex:/\S/u', 'not_regex:/[\x00-\x1F]/'],
            'kind' => ['required', Rule::enum(PageKind::class)],
            'language' => ['nullable', 'string', 'regex:/^[A-Za-z]{2,3}(?:-[A-Za-z0-9]{2,8}){0,2}$/D'],
            'code' => ['nullable', 'string', 'max:24'],
            'content' => ['sometimes', 'array'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['name' => 'Give it a name.', 'kind' => 'Choose what the page is for: '.implode(', ', array_column(PageKind::cases(), 'value')).'.', 'language' => 'A language is a tag such as en or cy.'];
    }

    public function kind(): PageKind
    {
        return PageKind::from($this->string('kind')->toString());
    }

    public function language(): string
    {
        return $this->filled('language') ? $this->string('language')->toString() : 'en';
    }

    /** @throws ValidationException */
    public function code(): ?string
    {
        $given = $this->validated('code');

        return ! is_string($given) || $given === '' ? null : (ShortCode::given($given) ?? throw ValidationException::withMessages(['code' => ['A code has 3 to 24 letters and digits, with single hyphens between them.']]));
    }
}
