<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A page of waypoints, of those that a word stands in where one is given. */
final class WaypointListRequest extends PageRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'query' => ['nullable', 'string', 'max:200', 'not_regex:/\x00/']];
    }
}
