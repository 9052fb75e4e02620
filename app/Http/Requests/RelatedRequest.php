<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\ValidationException;

/** Of which one thing what belongs to it is wanted. */
final class RelatedRequest extends ApiRequest
{
    public const SORTS = ['glyph', 'waypoint', 'page', 'gate', 'proof'];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return array_fill_keys(self::SORTS, ['sometimes', 'uuid']);
    }

    /**
     * @return array{string, string} sort and identifier
     *
     * @throws ValidationException
     */
    public function asked(): array
    {
        $given = $this->validated();
        if (count($given) !== 1) {
            throw ValidationException::withMessages(['glyph' => ['Name one: '.implode(', ', self::SORTS).'.']]);
        }
        $id = reset($given);

        return [(string) array_key_first($given), is_string($id) ? $id : ''];
    }
}
