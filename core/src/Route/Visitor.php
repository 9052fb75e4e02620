<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

use DateTimeImmutable;

/** What is known of whoever scanned, for as long as it takes to answer. */
final readonly class Visitor
{
    /**
     * @param  list<string>  $languages  as the device prefers them, such as cy-GB
     * @param  string  $device  phone, tablet, desktop, reader or unknown
     * @param  string  $platform  ios, android, windows, mac, linux or unknown
     * @param  ?string  $country  two letters (ISO 3166-1)
     * @param  ?GeoPoint  $place  null where it is not known
     * @param  bool  $mayBeAsked  whether they have not been asked for their place
     * @param  int  $number  which scan this is, from 1
     * @param  float  $slot  0 to just below 100: the same for the same device on the same day
     */
    public function __construct(
        public DateTimeImmutable $at,
        public array $languages = [],
        public string $device = 'unknown',
        public string $platform = 'unknown',
        public ?string $country = null,
        public ?GeoPoint $place = null,
        public bool $mayBeAsked = true,
        public int $number = 1,
        public float $slot = 0.0,
    ) {
    }

    /**
     * Languages of an Accept-Language header, the one wanted most first (RFC 9110 12.5.4); at most ten.
     *
     * @return list<string>
     */
    public static function languagesOf(string $header): array
    {
        $wanted = [];
        foreach (array_slice(explode(',', substr($header, 0, 400)), 0, 10) as $i => $part) {
            if (preg_match('/^\s*([A-Za-z]{1,8}(?:-[A-Za-z0-9]{1,8})*)\s*(?:;\s*q=([01](?:\.\d{0,3})?))?\s*$/D', $part, $match) === 1) {
                $wanted[] = [-(float) ($match[2] ?? 1), $i, $match[1]];
            }
        }
        sort($wanted);

        return array_values(array_map(static fn (array $one): string => $one[2], array_filter($wanted, static fn (array $one): bool => $one[0] < 0.0)));
    }
}
