<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Support\Carbon;
use Illuminate\Validation\ValidationException;

/** Of which days a trail is wanted, in the workspace's zone; thirty up to today when nothing is said. */
final class TrailRequest extends ApiRequest
{
    /** Days of one question. */
    private const LONGEST = 400;

    private const USUAL = 30;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['from' => ['sometimes', 'filled', 'date_format:Y-m-d', 'after:2020-01-01'], 'until' => ['sometimes', 'filled', 'date_format:Y-m-d', 'before:2200-01-01']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['from' => 'A day is such as 2027-06-12.', 'until' => 'A day is such as 2027-06-12.'];
    }

    /**
     * @return array{string, string} first and last day
     *
     * @throws ValidationException
     */
    public function days(string $zone): array
    {
        $until = $this->validated('until') ?? Carbon::now($zone)->format('Y-m-d');
        $until = is_string($until) ? $until : '';
        $from = $this->validated('from') ?? Carbon::parse($until)->subDays(self::USUAL - 1)->format('Y-m-d');
        $from = is_string($from) ? $from : '';
        if ($until < $from || Carbon::parse($from)->diffInDays(Carbon::parse($until)) >= self::LONGEST) {
            throw ValidationException::withMessages(['until' => ['The last day comes after the first, by less than '.self::LONGEST.' days.']]);
        }

        return [$from, $until];
    }
}
