<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Library\ArrangeGlyphs;

/** A shelf and its new name. */
final class ShelfRenameRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $name = ['required', 'filled', 'string', 'max:'.ArrangeGlyphs::SHELF, 'regex:#[^\s/]#u', 'not_regex:/\x00/'];

        return ['from' => $name, 'to' => $name];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['from' => 'Name the shelf.', 'to' => 'Give the shelf a name.'];
    }

    public function name(string $field): string
    {
        return (string) ShelfName::of($this->string($field)->toString());
    }
}
