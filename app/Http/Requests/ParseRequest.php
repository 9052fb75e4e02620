<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;
use KeenGlyph\Core\Payload\Kind;

/** What `POST /api/v1/payloads/parse` takes. */
final class ParseRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['text' => ['present', 'string', 'max:7089'], 'kind' => ['nullable', Rule::enum(Kind::class)], 'merge' => ['nullable', 'array', 'max:64'], 'merge.*' => ['string', 'max:2000']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...ComposeRequest::words(), 'text.present' => 'Give the text.'];
    }
}
