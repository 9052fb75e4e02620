<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;
use KeenGlyph\Core\Payload\Kind;

/** What `POST /api/v1/payloads/build` takes. */
final class BuildRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'kind' => ['required', Rule::enum(Kind::class)],
            'fields' => ['present', 'array', 'max:64'],
            'merge' => ['nullable', 'array', 'max:64'],
            'merge.*' => ['string', 'max:2000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...ComposeRequest::words(), 'fields.present' => 'Give the fields, as an object with a value by each name.', 'merge.*.string' => 'A merge field’s value is text.'];
    }
}
