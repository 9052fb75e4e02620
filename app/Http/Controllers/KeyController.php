<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ManageKey;
use App\Http\Problems\Problems;
use App\Http\Requests\KeyRequest;
use App\Http\Requests\KeyUsageRequest;
use App\Http\Requests\ListRequest;
use App\Http\Requests\OverlapRequest;
use App\Http\Requests\RotateRequest;
use App\Http\Resources\KeyResource;
use App\Keys\SigningSecret;
use App\Keys\Usage;
use App\Models\Key;
use App\Support\Current;
use App\Support\Keyset;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Carbon;
use Illuminate\Validation\ValidationException;

/** Keys of programs and pages. */
final class KeyController
{
    public function index(ListRequest $request): JsonResponse
    {
        [$page, $next] = $request->page(Current::workspace($request)->keys()->with('tokenable'), Keyset::byTime('created_at', id: 'integer'));

        return new JsonResponse(['data' => $page->map(KeyResource::of(...)), 'next_cursor' => $next]);
    }

    public function usage(KeyUsageRequest $request, Usage $usage): JsonResponse
    {
        $month = $request->validated('month');

        return new JsonResponse($usage->of(Current::workspace($request), is_string($month) ? Carbon::parse("$month-01", 'UTC') : now('UTC')));
    }

    public function show(Key $key): JsonResponse
    {
        return new JsonResponse(KeyResource::of($key));
    }

    /** With the key itself, and what signs its addresses: they are told this once. */
    public function store(KeyRequest $request, ManageKey $manage): JsonResponse
    {
        $own = Current::user($request)->currentAccessToken();
        $given = $request->given();
        if ($own instanceof Key && ! isset($given['abilities'])) {
            throw ValidationException::withMessages(['abilities' => ['Say what the new key may do.']]);
        }
        [$key, $text] = $manage->create(Current::user($request), Current::workspace($request), $given);

        return (new JsonResponse(['key' => KeyResource::of($key), 'text' => $text, 'signing_secret' => SigningSecret::of($key)], 201))->header('Location', "/api/v1/keys/{$key->id}");
    }

    public function update(KeyRequest $request, Key $key, ManageKey $manage): JsonResponse
    {
        return $key->revoked_at === null ? new JsonResponse(KeyResource::of($manage->change($key, $request->given()))) : self::gone();
    }

    public function rotate(RotateRequest $request, Key $key, ManageKey $manage): JsonResponse
    {
        if ($key->revoked_at !== null) {
            return self::gone();
        }
        $text = $manage->rotate($key, $request->integer('overlap_hours', 168), $request->boolean('signing'));

        return new JsonResponse(['key' => KeyResource::of($key), 'text' => $text, 'signing_secret' => $text === null ? SigningSecret::of($key) : null]);
    }

    /** Ends what was rotated out, now or at another time. */
    public function overlap(OverlapRequest $request, Key $key, ManageKey $manage): JsonResponse
    {
        if ($key->revoked_at !== null || ($key->previous_until === null && $key->signing_until === null)) {
            return Problems::response(409, 'Nothing of this key overlaps: there is no older one.');
        }
        $until = $request->validated('until');
        $manage->endOverlap($key, is_string($until) ? Carbon::parse($until) : null);

        return new JsonResponse(KeyResource::of($key));
    }

    public function destroy(Key $key, ManageKey $manage): Response
    {
        if ($key->revoked_at === null) {
            $manage->revoke($key);
        }

        return new Response('', 204);
    }

    private static function gone(): JsonResponse
    {
        return Problems::response(409, 'This key is revoked, and stays so. Make another.');
    }
}
