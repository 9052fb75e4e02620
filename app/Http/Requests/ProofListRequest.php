<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A page of proofs, of one glyph where it is named. */
final class ProofListRequest extends PageRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [...parent::rules(), 'glyph' => ['nullable', 'uuid']];
    }
}
