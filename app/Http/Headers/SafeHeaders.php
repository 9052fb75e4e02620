<?php

declare(strict_types=1);

namespace App\Http\Headers;

/** Headers that keep an answer to its own scripts, and to the frames, readers and caches that its group of routes allows. */
final class SafeHeaders
{
    // Vuetify writes its theme into a style element, hence 'unsafe-inline' for styles alone.
    private const PAGE = "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'self'; object-src 'none'";

    /** A drawing opened on its own runs and loads nothing. */
    private const PICTURE = "default-src 'none'; style-src 'unsafe-inline'; sandbox";

    private const PICTURES = '#^(?:image/|text/plain|application/(?:json|problem\+json|pdf|postscript|yaml))#';

    /**
     * @param  array<string, string>  $own  that the answer has already, their names in small letters: a stricter one of its own stays
     * @return array<string, string> to be set
     */
    public static function of(HeaderPolicy $policy, array $own, bool $isSuccessful): array
    {
        $kind = preg_match(self::PICTURES, $own['content-type'] ?? '') === 1 ? self::PICTURE : self::PAGE;
        $stated = $own['content-security-policy'] ?? $kind;

        return [
            // A route's own policy has been through here before the one for all routes; the first stands, as browsers take it.
            'Content-Security-Policy' => str_contains($stated, 'frame-ancestors') ? $stated : "$stated; frame-ancestors {$policy->frameAncestors()}",
            'X-Content-Type-Options' => 'nosniff',
            'Referrer-Policy' => $own['referrer-policy'] ?? 'same-origin',
            ...($policy->frameAncestors() === "'none'" ? ['X-Frame-Options' => 'DENY'] : []),
            ...($policy->readers() !== null ? ['Cross-Origin-Resource-Policy' => 'cross-origin', 'Access-Control-Allow-Origin' => $policy->readers()] : []),
            ...($policy->caching() !== null && $isSuccessful ? ['Cache-Control' => $policy->caching()] : []),
            'Permissions-Policy' => $own['permissions-policy'] ?? 'camera=(self), microphone=(), geolocation=()',
        ];
    }
}
