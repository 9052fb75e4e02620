<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a glyph is made of; on a change only what changes. */
final class GlyphRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $required = $this->isMethod('POST') ? 'required' : 'filled';

        return [
            ...ComposeRequest::options(),
            'name' => [$required, 'string', 'max:120', 'regex:/\S/u'],
            // PostgreSQL's text holds no NUL; a symbol with one can be drawn but not kept.
            'text' => ['prohibits:fields', 'string', 'max:7089', 'not_regex:/\x00/'],
            'fields' => ['array', 'max:64'],
            'merge' => ['nullable', 'array', 'max:64'],
            'merge.*' => ['string', 'max:2000'],
            'as_is' => ['nullable', 'boolean'],
            // An empty one takes the glyph off its shelf.
            'shelf' => ['nullable', 'string', 'max:80', 'not_regex:/\x00/'],
        ];
    }

    /**
     * What is to be saved. Fields and finish are checked by the core, which knows their names: the rules would drop them.
     *
     * @return array<string, mixed>
     */
    public function given(): array
    {
        return [...$this->validated(), 'fields' => $this->input('fields'), 'finish' => $this->input('finish')];
    }

    public function after(): array
    {
        return [...parent::after(), ...($this->isMethod('POST') ? [$this->demandText(...)] : [])];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...ComposeRequest::words(),
            'name.filled' => 'Give the glyph a name.',
            'name.regex' => 'Give the glyph a name.',
            'text.filled' => 'Write the text that the symbol should carry.',
            'text.not_regex' => 'A saved text cannot hold the character U+0000.',
        ];
    }
}
