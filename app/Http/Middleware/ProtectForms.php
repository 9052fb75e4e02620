<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken;

/**
 * Forms of our own pages carry a token of the session. Signing in has no session yet, and needs none: only a request
 * whose Origin or Referer is ours is given one at all (Sanctum's stateful hosts).
 */
final class ProtectForms extends ValidateCsrfToken
{
    /** @var array<int, string> */
    protected $except = [];

    /** @param  \Illuminate\Http\Request  $request */
    protected function inExceptArray($request): bool
    {
        return parent::inExceptArray($request) || ($request->isMethod('POST') && $request->is('api/v1/session'));
    }
}
