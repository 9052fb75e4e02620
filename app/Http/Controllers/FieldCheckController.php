<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Checks\CheckPage;
use App\Checks\RecordResult;
use App\Checks\StartCheck;
use App\Http\Problems\Problems;
use App\Http\Requests\FieldCheckRequest;
use App\Http\Requests\FieldResultRequest;
use App\Http\Requests\ProofListRequest;
use App\Http\Resources\FieldCheckResource;
use App\Models\FieldCheck;
use App\Models\FieldResult;
use App\Support\Current;
use App\Support\Keyset;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Str;

/** Checks of prints by real devices, for those who ask for them. */
final class FieldCheckController
{
    public function index(ProofListRequest $request, CheckPage $place): JsonResponse
    {
        $checks = Current::workspace($request)->fieldChecks();
        $glyph = $request->validated('glyph');
        [$page, $next] = $request->page(is_string($glyph) ? $checks->where('glyph_id', $glyph) : $checks, Keyset::byTime('created_at'));

        return new JsonResponse(['data' => $page->map(static fn (FieldCheck $check): array => FieldCheckResource::summary($check, $place)), 'next_cursor' => $next]);
    }

    public function store(FieldCheckRequest $request, StartCheck $start, CheckPage $page): JsonResponse
    {
        $check = $start->start(Current::workspace($request), $request->glyph(), $request->asks(), $request->hours());

        return (new JsonResponse(FieldCheckResource::of($check, $page), 201))->header('Location', "/api/v1/checks/{$check->id}");
    }

    public function show(FieldCheck $check, CheckPage $page): JsonResponse
    {
        return new JsonResponse(FieldCheckResource::of($check, $page));
    }

    /** What was found stays; the address answers no longer. */
    public function close(FieldCheck $check, CheckPage $page): JsonResponse
    {
        $check->newQuery()->whereKey($check->id)->where('expires_at', '>', now())->update(['expires_at' => now()]);

        return new JsonResponse(FieldCheckResource::of($check->refresh(), $page));
    }

    public function destroy(FieldCheck $check): Response
    {
        $check->delete();

        return new Response('', 204);
    }

    /** A result of somebody who does not use the page. */
    public function log(FieldResultRequest $request, FieldCheck $check, RecordResult $record): JsonResponse
    {
        return new JsonResponse(FieldCheckResource::result($record->byHand($check, $request->device(), $request->string('outcome')->toString())), 201);
    }

    public function forget(FieldCheck $check, string $result): Response|JsonResponse
    {
        $found = self::result($check, $result);
        $found?->delete();

        return $found === null ? Problems::response(404, 'There is no such result.') : new Response('', 204);
    }

    public function picture(FieldCheck $check, string $result): Response|JsonResponse
    {
        $picture = self::result($check, $result)?->picture;

        return $picture === null ? Problems::response(404, 'There is no picture of such a result.') : new Response((string) base64_decode($picture, true), 200, ['Content-Type' => 'image/jpeg', 'Cache-Control' => 'private, max-age=86400']);
    }

    private static function result(FieldCheck $check, string $id): ?FieldResult
    {
        return Str::isUuid($id) ? $check->results()->whereKey($id)->first() : null;
    }
}
