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
        return ['until' => ['nullable', 'string', self::MOMENT, 'date', 'after:now', 'before:'.now()->addDays(ManageKey::LONGEST_OVERLAP)->toIso8601ZuluString()]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'until.regex' => 'Write the time as 2027-01-31T12:00:00Z.', 'until.after' => 'Choose a time that is still to come, or leave it out to end it now.', 'until.before' => 'The old one goes on holding for at most '.ManageKey::LONGEST_OVERLAP.' days.'];
    }
}
