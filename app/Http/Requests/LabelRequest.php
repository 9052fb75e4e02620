<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\Recipe;

/** A recipe and one row of values. */
final class LabelRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['recipe' => ['required', 'array'], 'row' => ['nullable', 'array', 'max:200'], 'row.*' => ['nullable', 'string', 'max:10000', 'not_regex:/\x00/']];
    }

    /** @throws ValidationException */
    public function recipe(): Recipe
    {
        try {
            return Recipe::of((array) $this->input('recipe'));
        } catch (InvalidRun|InvalidFinish $e) {
            throw ValidationException::withMessages(['recipe' => [$e->getMessage()]]);
        }
    }

    /** @return array<string, string> */
    public function row(): array
    {
        $row = [];
        foreach ((array) $this->input('row') as $column => $value) {
            $row[(string) $column] = is_string($value) ? $value : '';
        }

        return $row;
    }
}
