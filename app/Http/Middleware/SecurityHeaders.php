<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Headers\HeaderPolicy;
use App\Http\Headers\SafeHeaders;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Headers that keep a page to its own scripts, and to the frames, readers and caches that its group of routes allows. */
final class SecurityHeaders
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $response = $next($request);
        $chosen = $request->attributes->get(UseHeaders::ATTRIBUTE);
        $own = array_map(static fn (array $values): string => (string) ($values[0] ?? ''), $response->headers->all());
        foreach (SafeHeaders::of($chosen instanceof HeaderPolicy ? $chosen : HeaderPolicy::Own, $own, $response->isSuccessful()) as $name => $value) {
            $response->headers->set($name, $value);
        }

        return $response;
    }
}
