<?php

declare(strict_types=1);

namespace App\Waypoints;

/**
 * The country that an address belongs to: what a proxy in front says in a header that is named in the configuration, else
 * a table. The table that ships holds the ranges that are set aside for documentation (RFC 5737, RFC 3849): a stand-in.
 */
final class Countries
{
    /** @var list<array{string, int, string}> network, bits and country */
    private const STANDIN = [['192.0.2.0', 24, 'GB'], ['198.51.100.0', 24, 'FR'], ['203.0.113.0', 24, 'BE'], ['2001:db8:1::', 48, 'GB'], ['2001:db8:2::', 48, 'FR']];

    /** @param  ?string  $said  what the header says; null where none is named or none came */
    public static function of(string $address, ?string $said): ?string
    {
        if ($said !== null && preg_match('/^[A-Za-z]{2}$/D', $said) === 1) {
            return strtoupper($said);
        }
        $own = (string) @inet_pton($address);
        foreach ($own === '' ? [] : self::STANDIN as [$network, $bits, $country]) {
            $other = (string) inet_pton($network);
            if (strlen($own) === strlen($other) && strncmp($own, $other, intdiv($bits, 8)) === 0) {
                return $country;
            }
        }

        return null;
    }
}
