<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;

/** Which part of a gate's list is wanted. */
final class GateEntriesRequest extends PageRequest
{
    public const MAX_LIMIT = 500;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'state' => ['nullable', Rule::in(['all', 'missing', 'inside'])]];
    }
}
