<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A tester's picture of a print; the picture itself is looked at by the controller. */
final class FieldPictureRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['live' => ['nullable', 'in:0,1'], 'tries' => ['nullable', 'integer', 'between:1,1000'], 'elapsed_ms' => ['nullable', 'integer', 'between:0,600000']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['live' => 'This is 1 for a frame of a live view, else 0.', 'tries' => 'Tries are 1 to 1000.', 'elapsed_ms' => 'Give milliseconds, up to ten minutes.'];
    }

    protected function known(): array
    {
        return ['picture'];
    }

    /** Milliseconds from the opening of a live view, where that is what the tester waited; else those that reading took. */
    public function waited(float $read): float
    {
        return $this->isLive() && $this->filled('elapsed_ms') ? max($read, $this->float('elapsed_ms')) : $read;
    }

    public function isLive(): bool
    {
        return $this->input('live') === '1';
    }
}
