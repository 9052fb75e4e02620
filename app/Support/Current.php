<?php

declare(strict_types=1);

namespace App\Support;

use App\Models\Key;
use App\Models\Membership;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/**
 * Who asks, and in which workspace: a key's own, or the one that the session chose. It is found once a request, and
 * nothing else decides it.
 */
final class Current
{
    /** The session's workspace. */
    public const SESSION = 'workspace_id';

    /** By which a page says which workspace it shows, so that nothing it sends lands in another that a second page switched to. */
    public const HEADER = 'Keen-Workspace';

    private const ATTRIBUTE = 'keen.membership';

    /** @throws AuthenticationException when nobody is signed in */
    public static function user(Request $request): User
    {
        $user = $request->user() ?? auth('sanctum')->user();

        return $user instanceof User ? $user : throw new AuthenticationException;
    }

    /**
     * @throws AuthenticationException when nobody is signed in
     * @throws AuthorizationException when they are in no workspace
     * @throws ConflictHttpException when the page shows another workspace
     */
    public static function membership(Request $request): Membership
    {
        $user = self::user($request);
        $known = $request->attributes->get(self::ATTRIBUTE);
        if ($known instanceof Membership && $known->user_id === $user->id) {
            return $known;
        }
        $membership = self::find($request, $user) ?? throw new AuthorizationException('You are in no workspace. Ask an owner to let you in.');
        $membership->setRelation('user', $user);
        $shown = (string) $request->headers->get(self::HEADER, '');
        if ($shown !== '' && $shown !== $membership->workspace_id) {
            throw new ConflictHttpException('This page shows another workspace than the one you are in now. Load it again.');
        }
        $request->attributes->set(self::ATTRIBUTE, $membership);

        return $membership;
    }

    public static function workspace(Request $request): Workspace
    {
        return self::membership($request)->workspace;
    }

    /** Forgets what was found, when the request itself changes it. */
    public static function forget(Request $request): void
    {
        $request->attributes->remove(self::ATTRIBUTE);
    }

    private static function find(Request $request, User $user): ?Membership
    {
        $key = $user->currentAccessToken();
        if ($key instanceof Key) {
            return $key->membership();
        }
        $chosen = $request->hasSession() ? $request->session()->get(self::SESSION) : null;
        $wanted = array_values(array_filter([$chosen, $user->last_workspace_id], static fn (mixed $id): bool => is_string($id) && Str::isUuid($id)));
        $all = $user->memberships()->with('workspace')->orderBy('created_at')->orderBy('id')->get();
        foreach ($wanted as $id) {
            $membership = $all->firstWhere('workspace_id', $id);
            if ($membership !== null) {
                return $membership;
            }
        }

        return $all->first();
    }
}
