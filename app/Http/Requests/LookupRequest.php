<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A text that was read somewhere. */
final class LookupRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['text' => ['required', 'string', 'max:8000', 'not_regex:/\x00/']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...ComposeRequest::words(), 'text.required' => 'Give the text that was read.'];
    }
}
