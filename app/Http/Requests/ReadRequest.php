<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Validation\Rule;
use KeenGlyph\Core\Read\Effort;
use KeenGlyph\Core\Read\NearPlace;
use KeenGlyph\Core\Read\Point;
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
        if (is_string($this->input('near')) && $this->input('near') !== '') {
            $this->merge(['near' => explode(',', $this->input('near'))]);
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
            'effort' => ['nullable', 'string', Rule::enum(Effort::class)],
            'near' => ['nullable', 'array', 'list', 'size:8'],
            'near.*' => ['numeric', 'between:-20000,20000'],
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
            'effort' => 'The effort is quick, usual or patient.',
            'near.size' => 'Give the four corners of the symbol as eight numbers with commas: x and y of each, in pixels of this picture.',
            'near.*' => 'Give the corners in pixels of this picture, as eight numbers with commas.',
            'expected.*' => 'Expected texts are text, up to 8000 characters each.',
        ];
    }

    public function options(): ReadOptions
    {
        /** @var ?list<string> $symbologies */
        $symbologies = $this->validated('symbologies');

        $budget = $this->validated('budget_ms');

        return new ReadOptions(
            $symbologies === null || $symbologies === [] ? ReadOptions::SYMBOLOGIES : ReadOptions::named($symbologies),
            is_numeric($budget) ? (float) $budget : null,
            Effort::tryFrom($this->string('effort')->toString()) ?? Effort::Usual,
            $this->near(),
        );
    }

    private function near(): ?NearPlace
    {
        $numbers = $this->validated('near');

        return ! is_array($numbers) ? null : NearPlace::of(array_map(static fn (array $pair): Point => new Point((float) $pair[0], (float) ($pair[1] ?? 0)), array_chunk($numbers, 2)));
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
