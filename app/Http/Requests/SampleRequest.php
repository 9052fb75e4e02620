<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;
use KeenGlyph\Core\Degrade\Condition;

/** Which picture of a proof is looked at. */
final class SampleRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'device' => ['required', 'string', 'max:40'],
            'condition' => ['required', Rule::enum(Condition::class)],
            'figure' => ['required', 'numeric', 'between:0,10000000'],
            'seed' => ['nullable', 'integer', 'between:0,2'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['figure' => 'Give the figure in the condition’s own unit.', 'seed' => 'The seeds of a cell are 0, 1 and 2.', 'condition' => 'There is no such condition.'];
    }
}
