<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** An element as people write it. */
final class Gs1ElementRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['ai' => ['required', 'string', 'regex:/^(\d{2,4}|3\d\dn)$/D'], 'value' => ['required', 'string', 'max:120']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['ai.regex' => 'An identifier has two to four digits; n stands for the decimal places.'];
    }
}
