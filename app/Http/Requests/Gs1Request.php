<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What `POST /api/v1/gs1` takes. */
final class Gs1Request extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['text' => ['required', 'string', 'max:7089'], 'domain' => ['nullable', 'string', 'max:300']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['text.required' => 'Give elements such as (01)09520123456788, or a Digital Link.'];
    }
}
