<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** The visitor is within a distance of a place; they are asked for theirs, and it is not kept. */
final readonly class NearClause implements Clause
{
    private function __construct(private GeoPoint $place, private float $kilometres, private string $name)
    {
    }

    /** @throws InvalidRoute */
    public static function of(mixed $given): self
    {
        $number = static fn (string $name): float => is_array($given) && (is_int($given[$name] ?? null) || is_float($given[$name] ?? null)) ? (float) $given[$name] : throw new InvalidRoute("near.$name", "Give near a number for $name: lat, lng and km.");
        $kilometres = $number('km');
        if ($kilometres < 0.05 || $kilometres > 20_000) {
            throw new InvalidRoute('near.km', 'A distance is 0.05 to 20 000 km.');
        }
        $name = is_array($given) && is_string($given['name'] ?? null) ? mb_substr($given['name'], 0, 80) : '';

        return new self(new GeoPoint($number('lat'), $number('lng')), $kilometres, $name);
    }

    public function holds(Visitor $visitor): bool
    {
        return $visitor->place !== null && $visitor->place->kilometresTo($this->place) <= $this->kilometres;
    }

    public function words(): string
    {
        return sprintf('they are within %s km of %s', rtrim(rtrim(sprintf('%.2f', $this->kilometres), '0'), '.'), $this->name === '' ? sprintf('%.4f, %.4f', $this->place->latitude, $this->place->longitude) : $this->name);
    }

    public function covers(Clause $other): bool
    {
        return $other instanceof self && $this->place->kilometresTo($other->place) + $other->kilometres <= $this->kilometres;
    }

    public function excludes(Clause $other): bool
    {
        return $other instanceof self && $this->place->kilometresTo($other->place) > $this->kilometres + $other->kilometres;
    }

    public function toArray(): array
    {
        return ['near' => ['lat' => $this->place->latitude, 'lng' => $this->place->longitude, 'km' => $this->kilometres, ...($this->name === '' ? [] : ['name' => $this->name])]];
    }
}
