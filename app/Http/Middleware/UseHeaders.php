<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Headers\HeaderPolicy;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Chooses the headers of a group of routes: `headers:open`. */
final class UseHeaders
{
    public const ATTRIBUTE = 'keen.headers';

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next, string $policy): Response
    {
        $request->attributes->set(self::ATTRIBUTE, HeaderPolicy::from($policy));

        return $next($request);
    }
}
