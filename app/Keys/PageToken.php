<?php

declare(strict_types=1);

namespace App\Keys;

use App\Models\Ability;
use App\Models\Key;
use Illuminate\Support\Facades\Date;

/**
 * What a host's own server asks for and hands to its page: for a short time, one code or one way of reading, with nothing
 * secret in the page. It is signed with the key's signing secret and kept nowhere; it ends with its key.
 */
final readonly class PageToken
{
    private const PREFIX = 'kgt_';

    /** Characters of the longest one that is looked at. */
    public const LONGEST = 6000;

    /** Seconds that it may hold. */
    public const LONGEST_LIFE = 86_400;

    /**
     * @param  list<string>  $abilities
     * @param  ?array<string, string>  $draws  what it draws, and nothing else, by the names of an address
     * @param  ?string  $gate  the gate that it admits at, and no other
     */
    private function __construct(
        public int $keyId,
        public int $expires,
        public array $abilities,
        public ?array $draws,
        public ?string $gate,
    ) {
    }

    public static function isOne(string $text): bool
    {
        return str_starts_with($text, self::PREFIX);
    }

    /**
     * @param  list<string>  $abilities
     * @param  ?array<string, string>  $draws
     * @param  int  $seconds  1 to LONGEST_LIFE
     */
    public static function make(Key $key, array $abilities, int $seconds, ?array $draws = null, ?string $gate = null): string
    {
        $claims = array_filter(['k' => $key->id, 'e' => Date::now()->getTimestamp() + $seconds, 'a' => $abilities, 'd' => $draws, 'g' => $gate], static fn (mixed $value): bool => $value !== null);
        $body = self::encoded(json_encode($claims, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE));

        return self::PREFIX.$body.'.'.self::signature($body, SigningSecret::of($key));
    }

    /** When it ends, for whoever made it. */
    public static function expiry(string $token): int
    {
        return self::claims($token)->expires ?? 0;
    }

    /** Its key, held to what the token allows; null when it is none, ended, or its key did. */
    public static function key(string $token): ?Key
    {
        $claims = self::claims($token);
        $key = $claims === null || $claims->expires <= Date::now()->getTimestamp() ? null : Key::findNumbered($claims->keyId);
        if ($claims === null || $key === null) {
            return null;
        }
        [$body, $given] = explode('.', substr($token, strlen(self::PREFIX)), 2);
        foreach (SigningSecret::allOf($key) as $secret) {
            if (hash_equals(self::signature($body, $secret), $given)) {
                $key->pageToken = $claims;
                $key->noteUse();

                return $key;
            }
        }

        return null;
    }

    /** Whether its time is over, though it may have been a good one. */
    public static function isOver(string $token): bool
    {
        $claims = self::claims($token);

        return $claims !== null && $claims->expires <= Date::now()->getTimestamp();
    }

    public function may(string $ability): bool
    {
        return in_array($ability, $this->abilities, true);
    }

    private static function claims(string $token): ?self
    {
        if (strlen($token) > self::LONGEST || preg_match('/^kgt_([\w-]+)\.[\w-]{43}$/D', $token, $match) !== 1) {
            return null;
        }
        $claims = json_decode((string) base64_decode(strtr($match[1], '-_', '+/'), true), true, 32);
        if (! is_array($claims) || ! is_int($claims['k'] ?? null) || ! is_int($claims['e'] ?? null) || ! is_array($claims['a'] ?? null)) {
            return null;
        }
        $abilities = array_values(array_intersect($claims['a'], [Ability::Draw->value, Ability::Read->value, Ability::Gates->value]));

        return new self($claims['k'], $claims['e'], $abilities, is_array($claims['d'] ?? null) ? array_filter($claims['d'], is_string(...)) : null, is_string($claims['g'] ?? null) ? $claims['g'] : null);
    }

    private static function signature(string $body, string $secret): string
    {
        return self::encoded(hash_hmac('sha256', "page-token\n$body", $secret, true));
    }

    private static function encoded(string $bytes): string
    {
        return rtrim(strtr(base64_encode($bytes), '+/', '-_'), '=');
    }
}
