<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** Which part of a gate's list is wanted. */
final class GateEntriesRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'state' => ['nullable', Rule::in(['all', 'missing', 'inside'])],
            'from' => ['nullable', 'integer', 'between:0,20000'],
            'limit' => ['nullable', 'integer', 'between:1,500'],
        ];
    }
}
