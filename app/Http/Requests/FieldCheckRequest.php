<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\Glyph;
use App\Support\Current;
use Illuminate\Validation\ValidationException;

/** What a check page asks its testers to do, and for how long. */
final class FieldCheckRequest extends ApiRequest
{
    /** Hours that an address holds: three days when nothing is said, thirty at most. */
    private const USUAL = 72;

    private const LONGEST = 720;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'glyph' => ['required', 'uuid'],
            'asks' => ['nullable', 'string', 'max:200', 'not_regex:/[\x00-\x1F]/'],
            'hours' => ['nullable', 'integer', 'between:1,'.self::LONGEST],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['glyph' => 'Name the glyph that was printed.', 'asks' => 'Say in a line of at most 200 characters what the testers shall do.', 'hours' => 'The address holds for 1 to '.self::LONGEST.' hours.'];
    }

    /** @throws ValidationException when the workspace has no such glyph */
    public function glyph(): Glyph
    {
        return Current::workspace($this)->glyphs()->whereKey($this->string('glyph')->toString())->first() ?? throw ValidationException::withMessages(['glyph' => ['There is no such glyph in this workspace.']]);
    }

    public function asks(): string
    {
        $asks = trim($this->string('asks')->toString());

        return $asks === '' ? 'Hold this label an arm’s length away and read it once.' : $asks;
    }

    public function hours(): int
    {
        return $this->integer('hours', self::USUAL);
    }
}
