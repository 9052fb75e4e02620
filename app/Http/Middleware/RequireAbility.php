<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Models\Ability;
use App\Support\Current;
use Closure;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Lets through whoever may do this in their workspace: sessions by role, keys by role and by what they were made for. */
final class RequireAbility
{
    /**
     * @param  Closure(Request): Response  $next
     *
     * @throws AuthorizationException when the role or the key does not allow it
     */
    public function handle(Request $request, Closure $next, string $ability): Response
    {
        $membership = Current::membership($request);
        $wanted = Ability::from($ability);
        if (! $membership->may($wanted)) {
            throw new AuthorizationException($membership->role->may($wanted) ? "This key may not do that: it lacks the ability {$wanted->value}." : "A {$membership->role->value} of this workspace may not do that. Ask an owner for another role.");
        }

        return $next($request);
    }
}
