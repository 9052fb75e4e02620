<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\Problems;
use App\Http\Requests\SignInRequest;
use App\Http\Requests\SwitchRequest;
use App\Keys\KeySort;
use App\Models\Ability;
use App\Models\Key;
use App\Models\Membership;
use App\Models\User;
use App\Support\Current;
use Illuminate\Http\Exceptions\ThrottleRequestsException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Validation\ValidationException;

/** Signing in and out in the browser. */
final class SessionController
{
    /** Wrong passwords for one account from one address within a minute. */
    private const TRIES = 8;

    /** What an unknown account's password is compared with, so that it takes as long as a known one's. */
    private const NOBODY = '$2y$12$9M4rxBc9SzBPhITr0UCqlOeSkVQPTL74sOG6Nk9bJG4fBcZIXZKDe';

    /** Who is signed in; a key learns what it may do, and of its owner only what it may read. */
    public function show(Request $request): JsonResponse
    {
        $user = Current::user($request);
        $key = $user->currentAccessToken();
        if ($key instanceof Key && ($key->pageToken !== null || $key->sort === KeySort::Publishable)) {
            // Whoever looks at a page's source holds these: they learn nothing here.
            return Problems::response(403, 'This key says nothing of itself. It draws picture addresses and reads pictures.');
        }

        return new JsonResponse($key instanceof Key ? self::describeKey($key, Current::membership($request)) : self::describe($request, $user));
    }

    public function store(SignInRequest $request): JsonResponse
    {
        if (! $request->hasSession()) {
            return Problems::response(400, 'Sessions are for browsers. Programs send a key as “Authorization: Bearer …”.');
        }
        $email = mb_strtolower(trim($request->string('email')->toString()));
        $tries = 'sign-in '.hash('xxh128', $email).' '.$request->ip();
        // Counted before the password is looked at, so that tries at the same moment count too.
        if (RateLimiter::increment($tries) > self::TRIES) {
            throw new ThrottleRequestsException(headers: ['Retry-After' => (string) max(1, RateLimiter::availableIn($tries))]);
        }
        $user = User::query()->where('email', $email)->first();
        $fits = password_verify($request->string('password')->toString(), $user === null ? self::NOBODY : (string) $user->getAuthPassword());
        if ($user === null || ! $fits) {
            throw ValidationException::withMessages(['password' => ['The e-mail address and the password do not match.']]);
        }
        RateLimiter::clear($tries);
        Auth::guard('web')->login($user, true);
        $request->session()->regenerate();

        return new JsonResponse(self::describe($request, $user), 201);
    }

    /** Goes to another of one's workspaces, in this browser and the next time one signs in. */
    public function update(SwitchRequest $request): JsonResponse
    {
        $user = Current::user($request);
        if ($user->currentAccessToken() instanceof Key) {
            return Problems::response(403, 'A key belongs to one workspace. Make one for the other.');
        }
        $membership = $user->memberships()->where('workspace_id', $request->validated('workspace_id'))->first();
        if ($membership === null) {
            throw ValidationException::withMessages(['workspace_id' => ['You are in no workspace of that name.']]);
        }
        if ($request->hasSession()) {
            $request->session()->put(Current::SESSION, $membership->workspace_id);
        }
        $user->update(['last_workspace_id' => $membership->workspace_id]);
        Current::forget($request);

        return new JsonResponse(self::describe($request, $user));
    }

    public function destroy(Request $request): Response
    {
        Auth::guard('web')->logout();
        if ($request->hasSession()) {
            $request->session()->invalidate();
            $request->session()->regenerateToken();
        }

        return new Response('', 204);
    }

    /** @return array<string, mixed> */
    private static function describe(Request $request, User $user): array
    {
        // The page that asks may show another workspace still: here it learns which it is in.
        $request->headers->remove(Current::HEADER);
        $membership = Current::membership($request);

        return [
            'user' => ['id' => $user->id, 'name' => $user->name, 'email' => $user->email],
            'workspace' => ['id' => $membership->workspace->id, 'name' => $membership->workspace->name],
            'role' => $membership->role->value,
            'abilities' => $membership->role->abilities(),
            'workspaces' => $user->memberships()->with('workspace')->get()
                ->map(static fn (Membership $one): array => ['id' => $one->workspace_id, 'name' => $one->workspace->name, 'role' => $one->role->value])
                ->sortBy('name', SORT_NATURAL | SORT_FLAG_CASE)->values()->all(),
            'key' => null,
        ];
    }

    /** @return array<string, mixed> */
    private static function describeKey(Key $key, Membership $membership): array
    {
        $workspace = ['id' => $membership->workspace->id, 'name' => $membership->workspace->name];
        $mayRead = $membership->may(Ability::ReadGlyphs);

        return [
            'user' => null,
            'workspace' => $mayRead ? $workspace : null,
            'role' => $membership->role->value,
            'abilities' => array_values(array_filter(Ability::names(), static fn (string $ability): bool => $membership->may(Ability::from($ability)))),
            'workspaces' => $mayRead ? [[...$workspace, 'role' => $membership->role->value]] : [],
            'key' => ['name' => $key->getAttribute('name'), 'abilities' => $key->getAttribute('abilities'), 'expires_at' => $key->expires_at?->toIso8601ZuluString()],
        ];
    }
}
