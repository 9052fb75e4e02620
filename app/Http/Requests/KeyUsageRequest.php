<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Of which month the use is wanted. */
final class KeyUsageRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['month' => ['nullable', 'string', 'regex:/^20\d\d-(?:0[1-9]|1[0-2])$/D']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['month.regex' => 'A month is written as 2026-11.'];
    }
}
