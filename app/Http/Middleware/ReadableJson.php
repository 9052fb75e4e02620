<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\BadRequestHttpException;

/** A body that says it is JSON and is not would be taken for an empty one: better to say what is wrong with it. */
final class ReadableJson
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        if ($request->isJson() && $request->getContent() !== '') {
            json_decode($request->getContent());
            if (json_last_error() !== JSON_ERROR_NONE) {
                throw new BadRequestHttpException('The body is not valid JSON in UTF-8: '.json_last_error_msg().'.');
            }
        }

        return $next($request);
    }
}
