<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Closure;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\LabelSheet;

/** A sheet of labels, and where the crosses of its calibration page were printed. */
final class SheetRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'sheet' => ['required', static function (string $attribute, mixed $value, Closure $fail): void {
                if (! is_string($value) && (! is_array($value) || array_is_list($value))) {
                    $fail('A sheet is the name of a common one, or its dimensions.');
                }
            }],
            'measured' => ['nullable', 'array', 'list', 'size:4'],
            'measured.*' => ['numeric', 'between:-50,2000'],
            'corner' => ['nullable', 'numeric', 'between:0,100'],
        ];
    }

    /** @throws ValidationException */
    public function sheet(): LabelSheet
    {
        $given = $this->input('sheet');
        try {
            $sheet = LabelSheet::of(is_array($given) ? $given : $this->string('sheet')->toString());
        } catch (InvalidRun $e) {
            throw ValidationException::withMessages(['sheet' => [$e->getMessage()]]);
        }
        $measured = array_map(static fn (mixed $one): float => is_numeric($one) ? (float) $one : 0.0, array_values((array) $this->input('measured')));
        try {
            return count($measured) === 4 ? $sheet->calibrated([$measured[0], $measured[1]], [$measured[2], $measured[3]]) : $sheet;
        } catch (InvalidRun $e) {
            throw ValidationException::withMessages(['measured' => [$e->getMessage()]]);
        }
    }
}
