<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\Problems;
use App\Http\Requests\SignInRequest;
use App\Models\Key;
use App\Models\User;
use App\Support\CurrentUser;
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
        $user = CurrentUser::of($request);
        $key = $user->currentAccessToken();

        return new JsonResponse($key instanceof Key ? self::describeKey($key, $user) : self::describe($user));
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

        return new JsonResponse(self::describe($user), 201);
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
    private static function describe(User $user): array
    {
        return [
            'user' => ['id' => $user->id, 'name' => $user->name, 'email' => $user->email],
            'workspace' => ['id' => $user->workspace->id, 'name' => $user->workspace->name],
            'key' => null,
        ];
    }

    /** @return array<string, mixed> */
    private static function describeKey(Key $key, User $user): array
    {
        return [
            'user' => null,
            'workspace' => $key->can('glyphs:read') ? ['id' => $user->workspace->id, 'name' => $user->workspace->name] : null,
            'key' => ['name' => $key->getAttribute('name'), 'abilities' => $key->getAttribute('abilities'), 'expires_at' => $key->expires_at?->toIso8601ZuluString()],
        ];
    }
}
