<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which state of a page is looked at, and in which language. */
final class PagePreviewRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['of' => ['nullable', 'in:draft,live'], 'language' => ['nullable', 'string', 'max:20']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['of' => 'Look at the draft or at what is live.'];
    }

    public function isLive(): bool
    {
        return $this->input('of') === 'live';
    }
}
