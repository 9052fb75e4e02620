<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A gate's name and where its list comes from. */
final class GateRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:120', 'regex:/\S/u'],
            'csv' => ['required_without:shelf', 'prohibits:shelf', 'string', 'max:2000000', 'not_regex:/\x00/'],
            'times' => ['nullable', 'integer', 'between:1,1000'],
            'shelf' => ['required_without:csv', 'string', 'max:80', 'not_regex:/\x00/'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...ComposeRequest::words(),
            'name.required' => 'Give the gate a name.',
            'name.regex' => 'Give the gate a name.',
            'csv.required_without' => 'Paste the list, or choose a shelf.',
            'shelf.required_without' => 'Choose a shelf, or paste the list.',
            'times' => 'A code is taken 1 to 1000 times.',
            'csv.prohibits' => 'The list is pasted or taken from a shelf, not both.',
        ];
    }
}
