<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Keys\PageToken;
use App\Models\Ability;
use Illuminate\Contracts\Validation\Validator;
use Illuminate\Validation\Rule;

/** What a page shall be able to do for a short time. */
final class PageTokenRequest extends DrawnRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            'may' => ['required', Rule::in([Ability::Draw->value, Ability::Read->value, Ability::Gates->value])],
            'seconds' => ['nullable', 'integer', 'between:1,'.PageToken::LONGEST_LIFE],
            'gate' => ['required_if:may,gates', 'nullable', 'uuid'],
            'key' => ['nullable', 'integer'],
        ];
    }

    public function after(): array
    {
        return [...parent::after(), $this->demandOne(...)];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...parent::messages(),
            'may.required' => 'Say what the page may do: draw, read or gates.',
            'may.in' => 'A page can draw, read or admit at a gate: draw, read or gates.',
            'gate.required_if' => 'Name the gate.',
            'seconds.between' => 'A page token holds for 1 to 86 400 seconds.',
        ];
    }

    private function demandOne(Validator $validator): void
    {
        if ($this->input('may') === Ability::Draw->value) {
            $this->demandDrawn($validator);
        } elseif ($this->exists('text') || $this->exists('fields')) {
            $validator->errors()->add($this->exists('text') ? 'text' : 'fields', 'Only a token that draws says what.');
        }
    }
}
