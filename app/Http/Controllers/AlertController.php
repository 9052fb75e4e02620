<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\Problems;
use App\Http\Requests\AlertRequest;
use App\Models\Alert;
use App\Support\Current;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** What a workspace is told of its waypoints. */
final class AlertController
{
    private const MOST = 200;

    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(['data' => Current::workspace($request)->alerts()->orderBy('created_at')->limit(self::MOST)->get()->map(static fn (Alert $alert): array => $alert->shown())]);
    }

    public function store(AlertRequest $request): JsonResponse
    {
        $alerts = Current::workspace($request)->alerts();
        if ($alerts->count() >= self::MOST) {
            return Problems::response(409, 'This workspace has '.self::MOST.' alerts, the most that it keeps.');
        }

        return new JsonResponse($alerts->create($request->alert())->shown(), 201);
    }

    public function destroy(Alert $alert): Response
    {
        $alert->delete();

        return new Response('', 204);
    }
}
