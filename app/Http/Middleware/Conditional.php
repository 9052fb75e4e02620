<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** An answer that the asker has already is not sent again (RFC 9110 13): every JSON that was read carries a tag. */
final class Conditional
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $response = $next($request);
        if ($response instanceof JsonResponse && $request->isMethodSafe() && $response->getStatusCode() === 200) {
            if (! $response->headers->has('ETag')) {
                $response->setEtag(hash('xxh128', (string) $response->getContent()), true);
            }
            $response->headers->set('Cache-Control', 'private, no-cache');
            $response->isNotModified($request);
        }

        return $response;
    }
}
