<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A page of links behind identifiers, of those whose path has some characters where they are given. */
final class ResolverListRequest extends PageRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'query' => ['nullable', 'string', 'max:200', 'not_regex:/\x00/']];
    }
}
