<?php

declare(strict_types=1);

namespace App\Hooks;

use App\Models\Hook;

/** What bodies of a hook are signed with: it follows from the installation's key, and is kept nowhere. */
final class HookSecret
{
    private const PREFIX = 'kgh_';

    public static function of(Hook $hook): string
    {
        return self::numbered($hook, $hook->signing);
    }

    /**
     * The signatures of a body: one, or two while a secret is being replaced.
     *
     * @return list<string> hexadecimal HMAC-SHA-256 of the time, a point and the body
     */
    public static function signatures(Hook $hook, int $time, string $body): array
    {
        $overlaps = $hook->signing > 1 && $hook->signing_until !== null && $hook->signing_until->isFuture();
        $secrets = $overlaps ? [self::of($hook), self::numbered($hook, $hook->signing - 1)] : [self::of($hook)];

        return array_map(static fn (string $secret): string => hash_hmac('sha256', "{$time}.{$body}", $secret), $secrets);
    }

    private static function numbered(Hook $hook, int $number): string
    {
        $appKey = config('app.key');

        return self::PREFIX.rtrim(strtr(base64_encode(hash_hkdf('sha256', is_string($appKey) ? $appKey : '', 24, "keen-glyph hook {$hook->id} {$number}")), '+/', '-_'), '=');
    }
}
