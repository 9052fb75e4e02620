<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** What a saved finish is made of; on a change only what changes. */
final class FinishRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $required = $this->isMethod('POST') ? 'required' : 'filled';

        return [
            'name' => [$required, 'string', 'max:120', 'regex:/\S/u'],
            'finish' => [$required === 'required' ? 'present' : 'filled', 'array'],
            'is_default' => ['nullable', 'boolean'],
            'apply' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'Give the finish a name.',
            'name.filled' => 'Give the finish a name.',
            'name.regex' => 'Give the finish a name.',
            'name.max' => 'A name has at most 120 characters.',
            'finish.present' => 'Give the finish, an object such as {"shape": "disc"}.',
            'finish.array' => 'A finish is an object such as {"shape": "disc"}.',
        ];
    }

    /** @return array<string, mixed> */
    public function given(): array
    {
        return [...$this->validated(), 'finish' => $this->input('finish'), 'is_default' => $this->has('is_default') ? $this->boolean('is_default') : null];
    }
}
