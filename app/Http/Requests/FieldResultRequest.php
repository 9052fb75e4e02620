<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A result that a tester tells by hand. */
final class FieldResultRequest extends ApiRequest
{
    /** A name in one line that shows something. */
    public const DEVICE = ['required', 'string', 'max:80', 'regex:/\S/u', 'not_regex:/[\x00-\x1F\x7F]/'];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['device' => self::DEVICE, 'outcome' => ['required', 'in:read,other,unread']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['device' => 'Say which device it was, in at most 80 characters.', 'outcome' => 'Say whether it was read: read, other (something else was read) or unread.'];
    }

    public function device(): string
    {
        return trim($this->string('device')->toString());
    }
}
