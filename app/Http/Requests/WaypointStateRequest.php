<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Contracts\Validation\Validator;

/** What of a waypoint holds at once, without being published. */
final class WaypointStateRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['paused' => ['sometimes', 'boolean'], 'message' => ['nullable', 'string', 'max:300', 'not_regex:/\x00/'], 'passphrase' => ['sometimes', 'nullable', 'string', 'min:4', 'max:200', 'not_regex:/\x00/']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['message' => 'Tell visitors in at most 300 characters.', 'passphrase' => 'A passphrase has 4 to 200 characters; null takes it away.'];
    }

    public function after(): array
    {
        return [...parent::after(), function (Validator $validator): void {
            if (is_string($this->input('passphrase')) && mb_strlen(trim($this->input('passphrase'))) < 4) {
                $validator->errors()->add('passphrase', $this->messages()['passphrase']);
            }
        }];
    }
}
