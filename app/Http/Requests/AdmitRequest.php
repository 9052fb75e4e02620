<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A code that was read at a door. */
final class AdmitRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'code' => ['required', 'string', 'max:8000', 'not_regex:/\x00/'],
            'door' => ['nullable', 'string', 'max:60', 'not_regex:/\x00/'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...ComposeRequest::words(), 'code.required' => 'Give the code that was read.'];
    }
}
