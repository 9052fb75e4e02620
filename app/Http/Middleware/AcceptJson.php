<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\Response;

/** The API never redirects to a page: a request that does not ask for a picture is taken to ask for JSON, and gets it readable. */
final class AcceptJson
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $wanted = (string) $request->headers->get('Accept', '');
        if (! Str::contains($wanted, ['image/', 'application/pdf', 'application/postscript', 'text/plain']) || str_contains($wanted, 'text/html')) {
            $request->headers->set('Accept', 'application/json');
        }

        $response = $next($request);
        if ($response instanceof JsonResponse) {
            // Links and letters as they are: people read these answers too.
            $response->setEncodingOptions(JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
        }

        return $response;
    }
}
