<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Headers\HeaderPolicy;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Headers that keep a page to its own scripts, and to the frames, readers and caches that its group of routes allows. */
final class SecurityHeaders
{
    // Vuetify writes its theme into a style element, hence 'unsafe-inline' for styles alone.
    private const PAGE = "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'self'; object-src 'none'";

    /** A drawing opened on its own runs and loads nothing. */
    private const PICTURE = "default-src 'none'; style-src 'unsafe-inline'; sandbox";

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $response = $next($request);
        $isPicture = preg_match('#^(?:image/|text/plain|application/(?:json|problem\+json|pdf|postscript|yaml))#', (string) $response->headers->get('Content-Type')) === 1;
        $chosen = $request->attributes->get(UseHeaders::ATTRIBUTE);
        $policy = $chosen instanceof HeaderPolicy ? $chosen : HeaderPolicy::Own;
        // An answer that is stricter than its group says so itself.
        $own = $response->headers->all();
        $response->headers->set('Content-Security-Policy', $own['content-security-policy'][0] ?? ($isPicture ? self::PICTURE : self::PAGE)."; frame-ancestors {$policy->frameAncestors()}");
        $response->headers->set('X-Content-Type-Options', 'nosniff');
        $response->headers->set('Referrer-Policy', $own['referrer-policy'][0] ?? 'same-origin');
        if ($policy->frameAncestors() === "'none'") {
            $response->headers->set('X-Frame-Options', 'DENY');
        }
        if ($policy->readers() !== null) {
            $response->headers->set('Cross-Origin-Resource-Policy', 'cross-origin');
        }
        if ($policy->readers() !== null) {
            $response->headers->set('Access-Control-Allow-Origin', $policy->readers());
        }
        if ($policy->caching() !== null && $response->isSuccessful()) {
            $response->headers->set('Cache-Control', $policy->caching());
        }
        $response->headers->set('Permissions-Policy', $own['permissions-policy'][0] ?? 'camera=(self), microphone=(), geolocation=()');

        return $response;
    }
}
