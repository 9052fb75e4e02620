<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** How a picture of a print is graded; the picture itself is looked at by the controller. */
final class GradeRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['white' => ['nullable', 'numeric', 'between:0.05,1']];
    }

    protected function known(): array
    {
        return ['picture'];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['white' => 'The reflectance of the white reference is 0.05 to 1.'];
    }
}
