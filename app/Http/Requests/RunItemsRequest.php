<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Which rows of a run are wanted: those after one, of one state. */
final class RunItemsRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['state' => ['nullable', 'in:waiting,made,failed'], 'after' => ['nullable', 'integer', 'between:0,200000'], 'limit' => ['nullable', 'integer', 'between:1,1000']];
    }
}
