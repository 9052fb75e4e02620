<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Addresses\AddressValues;
use Illuminate\Contracts\Validation\Validator;

/** What an address or a page token draws, said as a body. */
abstract class DrawnRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $nullable = array_map(static fn (array $rules): array => in_array('nullable', $rules, true) ? $rules : ['nullable', ...$rules], AddressValues::rules());

        return [
            ...$nullable,
            ...ComposeRequest::payload(),
            'finish' => ['nullable', 'string', 'max:140'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...ComposeRequest::words(), 'finish.string' => 'Name a saved finish, such as "Jar label" or "Jar label@3".'];
    }

    /** @return array<string, string> by the names of an address */
    public function drawn(): array
    {
        return AddressValues::written([...array_filter($this->validated(), static fn (mixed $value): bool => $value !== null), 'fields' => $this->input('fields')]);
    }

    protected function demandDrawn(Validator $validator): void
    {
        $this->demandText($validator);
    }
}
