<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** With what a picture was taken. */
final class FieldDeviceRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['device' => FieldResultRequest::DEVICE];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['device' => 'Say which device it was, in at most 80 characters.'];
    }

    public function device(): string
    {
        return trim($this->string('device')->toString());
    }
}
