<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\Problems;
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

    public function show(Request $request): JsonResponse
    {
        return new JsonResponse(self::describe(CurrentUser::of($request)));
    }

    public function store(Request $request): JsonResponse
    {
        $given = $request->validate(
            ['email' => ['required', 'string', 'max:254'], 'password' => ['required', 'string', 'max:1024']],
            ['email.required' => 'Type your e-mail address.', 'password.required' => 'Type your password.'],
        );
        if (! $request->hasSession()) {
            return Problems::response(400, 'Sessions are for browsers. Programs send a key as “Authorization: Bearer …”.');
        }
        $email = mb_strtolower(trim($given['email']));
        $tries = 'sign-in '.$email.' '.$request->ip();
        if (RateLimiter::tooManyAttempts($tries, self::TRIES)) {
            throw new ThrottleRequestsException(headers: ['Retry-After' => (string) RateLimiter::availableIn($tries)]);
        }
        if (! Auth::guard('web')->attempt(['email' => $email, 'password' => $given['password']], true)) {
            RateLimiter::hit($tries);
            throw ValidationException::withMessages(['password' => ['The e-mail address and the password do not match.']]);
        }
        RateLimiter::clear($tries);
        $request->session()->regenerate();
        $user = Auth::guard('web')->user();

        return new JsonResponse(self::describe($user instanceof User ? $user : CurrentUser::of($request)), 201);
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
        ];
    }
}
