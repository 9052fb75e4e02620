<?php

declare(strict_types=1);

namespace App\Keys;

use App\Models\Key;

/**
 * What picture addresses and page tokens of a key are signed with. It follows from the installation's own key and from
 * how often this one was rotated (HKDF, RFC 5869), so that it is kept nowhere and a copy of the database signs nothing.
 */
final class SigningSecret
{
    private const PREFIX = 'kgx_';

    /** The one that holds now. */
    public static function of(Key $key): string
    {
        return self::numbered($key, $key->signing);
    }

    /**
     * All that hold now: the newest, and the one before it while both do.
     *
     * @return list<string>
     */
    public static function allOf(Key $key): array
    {
        $overlaps = $key->signing > 1 && $key->signing_until !== null && $key->signing_until->isFuture();

        return $overlaps ? [self::of($key), self::numbered($key, $key->signing - 1)] : [self::of($key)];
    }

    private static function numbered(Key $key, int $number): string
    {
        $appKey = config('app.key');

        return self::derived(is_string($appKey) ? $appKey : '', (int) $key->getKey(), $number);
    }

    /**
     * @param  string  $appKey  of the installation
     * @param  int  $key  number of the key
     * @param  int  $number  of its secrets, from 1
     */
    public static function derived(string $appKey, int $key, int $number): string
    {
        return self::PREFIX.rtrim(strtr(base64_encode(hash_hkdf('sha256', $appKey, 24, "keen-glyph signing {$key} {$number}")), '+/', '-_'), '=');
    }
}
