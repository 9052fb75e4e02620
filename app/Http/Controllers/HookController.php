<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ManageHook;
use App\Hooks\HookEvent;
use App\Hooks\HookSecret;
use App\Hooks\Outbox;
use App\Http\Problems\Problems;
use App\Http\Requests\HookRequest;
use App\Http\Requests\ListRequest;
use App\Http\Requests\RotateRequest;
use App\Http\Resources\HookResource;
use App\Models\Hook;
use App\Support\Current;
use App\Support\Keyset;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** Addresses that are told what happens. */
final class HookController
{
    public function index(ListRequest $request): JsonResponse
    {
        [$page, $next] = $request->page(Current::workspace($request)->hooks(), Keyset::byTime('created_at'));

        return new JsonResponse(['data' => $page->map(HookResource::of(...)), 'next_cursor' => $next]);
    }

    public function show(Hook $hook): JsonResponse
    {
        return new JsonResponse(HookResource::of($hook));
    }

    /** With the secret that its bodies are signed with, told this once. */
    public function store(HookRequest $request, ManageHook $manage): JsonResponse
    {
        $hook = $manage->create(Current::workspace($request), $request->validated());

        return (new JsonResponse(['hook' => HookResource::of($hook), 'signing_secret' => HookSecret::of($hook)], 201))->header('Location', "/api/v1/hooks/{$hook->id}");
    }

    public function update(HookRequest $request, Hook $hook, ManageHook $manage): JsonResponse
    {
        return new JsonResponse(HookResource::of($manage->change($hook, $request->validated())));
    }

    public function destroy(Hook $hook): Response
    {
        $hook->delete();

        return new Response('', 204);
    }

    public function rotate(RotateRequest $request, Hook $hook, ManageHook $manage): JsonResponse
    {
        $manage->rotate($hook, $request->integer('overlap_hours', 168));

        return new JsonResponse(['hook' => HookResource::of($hook), 'signing_secret' => HookSecret::of($hook)]);
    }

    public function test(Hook $hook): JsonResponse
    {
        return new JsonResponse(['delivery' => Outbox::putFor($hook, HookEvent::Test)], 202);
    }

    public function deliveries(ListRequest $request, Hook $hook): JsonResponse
    {
        [$page, $next] = $request->page($hook->deliveries(), Keyset::byTime('created_at'));

        return new JsonResponse(['data' => $page->map(HookResource::delivery(...)), 'next_cursor' => $next]);
    }

    public function replay(Hook $hook, string $delivery, ManageHook $manage): JsonResponse
    {
        return $manage->replay($hook, $delivery) ? new JsonResponse(['delivery' => $delivery], 202) : Problems::response(404, 'This hook has no such delivery.');
    }
}
