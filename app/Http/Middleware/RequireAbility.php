<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Keys\KeySort;
use App\Keys\Meter;
use App\Keys\Origin;
use App\Keys\Refusal;
use App\Models\Ability;
use App\Models\Key;
use App\Support\Current;
use Closure;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Lets through whoever may do this in their workspace: sessions by role, keys by role, by what they were made for and by
 * where they are sent from.
 */
final readonly class RequireAbility
{
    /** By which a route says that pages may ask it. */
    public const PAGES = 'pages';

    public function __construct(private Meter $meter)
    {
    }

    /**
     * @param  Closure(Request): Response  $next
     * @param  string  ...$abilities  one of which is needed, and PAGES
     *
     * @throws AuthorizationException when the role or the key does not allow it
     */
    public function handle(Request $request, Closure $next, string ...$abilities): Response
    {
        $membership = Current::membership($request);
        $key = $membership->user->currentAccessToken();
        $wanted = array_map(Ability::from(...), array_values(array_diff($abilities, [self::PAGES])));
        if ($key instanceof Key) {
            $this->demandPlace($key, $request, in_array(self::PAGES, $abilities, true));
        }
        foreach ($wanted as $ability) {
            if ($membership->may($ability)) {
                return $next($request);
            }
        }
        $names = implode(' or ', array_map(static fn (Ability $ability): string => $ability->value, $wanted));
        if (! $key instanceof Key || ! $membership->role->may($wanted[0])) {
            throw new AuthorizationException("A {$membership->role->value} of this workspace may not do that. Ask an owner for another role.");
        }
        $this->meter->note($key, Refusal::Ability);
        throw new AuthorizationException("This key may not do that: it lacks the ability {$names}.");
    }

    /** @throws AuthorizationException when the key is sent from where it does not hold */
    private function demandPlace(Key $key, Request $request, bool $isForPages): void
    {
        $origin = Origin::of($request);
        if ($key->pageToken !== null || $key->sort === KeySort::Publishable) {
            if (! $isForPages) {
                $this->meter->note($key, Refusal::Ability, $origin);
                throw new AuthorizationException($key->pageToken === null
                    ? 'A publishable key draws picture addresses and reads pictures, and nothing else. Call this from your server with a secret key.'
                    : 'A page token does what it was made for, and nothing else. Call this from your server with a secret key.');
            }
            if ($key->pageToken === null && ! $key->holdsFrom($origin)) {
                $this->meter->note($key, Refusal::Origin, $origin);
                throw new AuthorizationException($origin === null || $origin === '' ? 'A publishable key holds from the pages that it lists, and no page sent this. Use a secret key on a server.' : "This key does not hold from {$origin}. Its owner can add that origin to the key.");
            }

            return;
        }
        // A server has no origin: what a page sent is there for everybody to copy.
        if ($request->headers->has('Origin') && ! Origin::isOwn($request, $origin ?? '')) {
            $this->meter->note($key, Refusal::Browser, $origin);
            throw new AuthorizationException('A page sent this secret key, so anybody can copy it. Revoke it, and give the page a publishable key or a page token.');
        }
    }
}
