<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;
use KeenGlyph\Core\Read\ReadOptions;

/** How pictures are to be read; the pictures themselves are looked at by the controller. */
final class ReadRequest extends ApiRequest
{
    /** Texts that can be expected of one request's pictures. */
    public const EXPECTED = 500;

    protected function prepareForValidation(): void
    {
        // A form sends a list as one field with commas as readily as field by field.
        if (is_string($this->input('symbologies'))) {
            $this->merge(['symbologies' => array_values(array_filter(array_map(trim(...), explode(',', $this->input('symbologies')))))]);
        }
        parent::prepareForValidation();
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'symbologies' => ['nullable', 'array', 'list', 'max:20'],
            'symbologies.*' => ['string', Rule::in([...ReadOptions::SYMBOLOGIES, ...array_keys(ReadOptions::GROUPS)])],
            'budget_ms' => ['nullable', 'numeric', 'min:'.ReadOptions::MIN_BUDGET, 'max:5000'],
            'expected' => ['nullable', 'array', 'list', 'max:'.self::EXPECTED],
            'expected.*' => ['string', 'max:8000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...ComposeRequest::words(),
            'symbologies.*.in' => 'There is no such symbology. There are '.implode(', ', [...ReadOptions::SYMBOLOGIES, ...array_keys(ReadOptions::GROUPS)]).'.',
            'budget_ms' => 'Give the time in milliseconds, '.ReadOptions::MIN_BUDGET.' to 5000.',
            'expected.*' => 'Expected texts are text, up to 8000 characters each.',
        ];
    }

    public function options(): ReadOptions
    {
        /** @var ?list<string> $symbologies */
        $symbologies = $this->validated('symbologies');

        return new ReadOptions($symbologies === null || $symbologies === [] ? ReadOptions::SYMBOLOGIES : ReadOptions::named($symbologies), (float) ($this->validated('budget_ms') ?? ReadOptions::BUDGET));
    }

    protected function known(): array
    {
        return ['picture', 'pictures'];
    }

    /** @return ?list<string> */
    public function expected(): ?array
    {
        /** @var ?list<string> $expected */
        $expected = $this->validated('expected');

        return $expected;
    }
}
