<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/** A place on the earth, in degrees (WGS 84). */
final readonly class GeoPoint
{
    /** Mean radius, kilometres. */
    private const RADIUS = 6371.0088;

    /** @throws InvalidRoute */
    public function __construct(public float $latitude, public float $longitude)
    {
        if (abs($latitude) > 90 || abs($longitude) > 180 || is_nan($latitude) || is_nan($longitude)) {
            throw new InvalidRoute('', 'A place has a latitude of -90 to 90 and a longitude of -180 to 180 degrees.');
        }
    }

    /** Great-circle distance in kilometres (haversine). */
    public function kilometresTo(self $other): float
    {
        [$a, $b] = [deg2rad($this->latitude), deg2rad($other->latitude)];
        $half = sin(($b - $a) / 2) ** 2 + cos($a) * cos($b) * sin(deg2rad($other->longitude - $this->longitude) / 2) ** 2;

        return 2 * self::RADIUS * asin(min(1.0, sqrt($half)));
    }
}
