<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Actions\ManageKey;

/** Until when what was rotated out goes on holding. */
final class OverlapRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['until' => ['nullable', 'date', 'after:now', 'before:'.now()->addDays(ManageKey::LONGEST_OVERLAP)->toIso8601ZuluString()]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['until.after' => 'Choose a time that is still to come, or leave it out to end it now.', 'until.before' => 'The old one goes on holding for at most '.ManageKey::LONGEST_OVERLAP.' days.'];
    }
}
