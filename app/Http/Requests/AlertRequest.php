<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Alerts\AlertSort;
use App\Models\Waypoint;
use App\Support\Current;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;

/** What somebody wants to be told, of which waypoint, and where. */
final class AlertRequest extends ApiRequest
{
    /** Addresses of one alert. */
    private const MAILS = 10;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'waypoint' => ['nullable', 'uuid'],
            'sort' => ['required', Rule::enum(AlertSort::class)],
            'number' => ['nullable', 'integer'],
            'mails' => ['sometimes', 'array', 'list', 'max:'.self::MAILS],
            'mails.*' => ['filled', 'string', 'max:254', 'email:rfc'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['sort' => 'Choose one of '.implode(', ', array_column(AlertSort::cases(), 'value')).'.', 'mails.*' => 'This is no mail address. Write one such as ines@fennmoor.example.', 'number' => 'This is a whole number.'];
    }

    /**
     * @return array{waypoint_id: ?string, sort: AlertSort, number: ?int, mails: list<string>}
     *
     * @throws ValidationException
     */
    public function alert(): array
    {
        $sort = AlertSort::from($this->string('sort')->toString());
        $bounds = $sort->bounds();
        $number = $this->filled('number') ? $this->integer('number') : null;
        if ($bounds !== null && ($number === null || $number < $bounds[0] || $number > $bounds[1])) {
            throw ValidationException::withMessages(['number' => ["A whole number from $bounds[0] to $bounds[1]."]]);
        }
        $id = $this->validated('waypoint');
        $waypoint = is_string($id) ? Current::workspace($this)->waypoints()->whereKey($id)->first() : null;
        if (is_string($id) && ! $waypoint instanceof Waypoint) {
            throw ValidationException::withMessages(['waypoint' => ['There is no such waypoint.']]);
        }

        return ['waypoint_id' => $waypoint?->id, 'sort' => $sort, 'number' => $bounds === null ? null : $number, 'mails' => array_values(array_unique(array_map(static fn (mixed $mail): string => is_string($mail) ? $mail : '', (array) $this->input('mails', []))))];
    }
}
