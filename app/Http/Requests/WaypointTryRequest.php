<?php

declare(strict_types=1);

namespace App\Http\Requests;

use DateTimeImmutable;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Route\AmongClause;
use KeenGlyph\Core\Route\GeoPoint;
use KeenGlyph\Core\Route\InvalidRoute;
use KeenGlyph\Core\Route\Route;
use KeenGlyph\Core\Route\Visitor;

/** A visitor that somebody makes up, and the route that they want to see answered. */
final class WaypointTryRequest extends ApiRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'route' => ['nullable', 'array'],
            'language' => ['nullable', 'string', 'regex:/^[A-Za-z]{2,3}(?:-[A-Za-z0-9]{1,8}){0,3}$/D'],
            'device' => ['nullable', Rule::in(AmongClause::DEVICES)],
            'platform' => ['nullable', Rule::in(AmongClause::PLATFORMS)],
            'country' => ['nullable', 'string', 'regex:/^[A-Z]{2}$/D'],
            'at' => ['nullable', 'string', self::MOMENT, 'date'],
            'number' => ['nullable', 'integer', 'between:1,1000000000'],
            'slot' => ['nullable', 'numeric', 'min:0', 'lt:100'],
            'lat' => ['nullable', 'required_with:lng', 'numeric', 'between:-90,90'],
            'lng' => ['nullable', 'required_with:lat', 'numeric', 'between:-180,180'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['language' => 'A language is a tag such as cy or en-GB.', 'country' => 'A country is two capital letters, such as GB.', 'at' => 'Give the moment with its zone, such as 2027-06-12T18:30:00Z.', 'slot' => 'A slot is 0 to just below 100.', 'lat' => 'Give latitude and longitude in degrees.', 'lng' => 'Give latitude and longitude in degrees.'];
    }

    public function visitor(): Visitor
    {
        $text = fn (string $name): ?string => is_string($this->validated($name)) && $this->validated($name) !== '' ? $this->validated($name) : null;

        return new Visitor(
            new DateTimeImmutable($text('at') ?? 'now'), array_filter([$text('language')]), $text('device') ?? 'unknown', $text('platform') ?? 'unknown', $text('country'),
            is_numeric($this->validated('lat')) && is_numeric($this->validated('lng')) ? new GeoPoint((float) $this->validated('lat'), (float) $this->validated('lng')) : null, true, $this->integer('number', 1), $this->float('slot'),
        );
    }

    /** @throws ValidationException */
    public function content(): ?Route
    {
        try {
            return is_array($this->input('route')) ? Route::of($this->input('route')) : null;
        } catch (InvalidRoute $e) {
            throw ValidationException::withMessages([$e->field === '' ? 'route' : "route.$e->field" => [$e->getMessage()]]);
        }
    }
}
