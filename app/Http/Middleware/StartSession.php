<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Contracts\Session\Session;
use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession as BaseStartSession;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/**
 * Sessions that the API reads and does not write, and that are kept only for somebody who signed in. A screen asks
 * for many pictures at once; if each wrote the session back, one that was under way while its user signed out would
 * sign them in again.
 */
final class StartSession extends BaseStartSession
{
    /** @param  Request  $request */
    protected function saveSession($request): void
    {
        if ($this->writes($request) && Auth::guard('web')->hasUser()) {
            parent::saveSession($request);
        }
    }

    protected function addCookieToResponse(Response $response, Session $session): void
    {
        if ($this->writes(request())) {
            parent::addCookieToResponse($response, $session);
        }
    }

    private function writes(Request $request): bool
    {
        if (! $request->is('api/*')) {
            return true;
        }
        $isSigningInOrOut = $request->is('api/v1/session') && ! $request->isMethodSafe();

        return $isSigningInOrOut || Auth::guard('web')->viaRemember();
    }
}
