<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** An account and its password. */
final class SignInRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['email' => ['required', 'string', 'max:254'], 'password' => ['required', 'string', 'max:1024']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['email.required' => 'Type your e-mail address.', 'password.required' => 'Type your password.'];
    }
}
