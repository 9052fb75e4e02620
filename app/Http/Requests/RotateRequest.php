<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Actions\ManageKey;

/** How long what is rotated out goes on holding. */
final class RotateRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $overlap = ['overlap_hours' => ['nullable', 'integer', 'between:0,'.ManageKey::LONGEST_OVERLAP * 24]];

        // Of a key, one of two secrets; a hook has but one.
        return $this->route('key') === null ? $overlap : [...$overlap, 'signing' => ['nullable', 'boolean']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['overlap_hours.between' => 'The old one goes on holding for 0 to '.ManageKey::LONGEST_OVERLAP * 24 .' hours.'];
    }
}
