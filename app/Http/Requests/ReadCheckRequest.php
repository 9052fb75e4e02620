<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** Texts that were read, by picture, and those that should have been. */
final class ReadCheckRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'read' => ['present', 'array', 'list', 'max:'.ReadRequest::EXPECTED],
            'read.*' => ['array', 'list', 'max:60'],
            'read.*.*' => ['string', 'max:8000'],
            'expected' => ['present', 'array', 'list', 'max:'.ReadRequest::EXPECTED],
            'expected.*' => ['string', 'max:8000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...ComposeRequest::words(), 'read.present' => 'Give the texts that were read, a list for each picture.', 'expected.present' => 'Give the texts that are expected, as a list.'];
    }

    /** @return list<list<string>> */
    public function read(): array
    {
        /** @var list<list<string>> $read */
        $read = $this->validated('read');

        return $read;
    }

    /** @return list<string> */
    public function expected(): array
    {
        /** @var list<string> $expected */
        $expected = $this->validated('expected');

        return $expected;
    }
}
