<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\RunRequest;
use App\Models\WholeCheck;
use App\Runs\CheckWhole;
use App\Support\Current;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** Looking through the whole of a large table, before anything is drawn. */
final class WholeCheckController
{
    public function store(RunRequest $request): JsonResponse
    {
        $recipe = $request->recipe();
        $check = CheckWhole::begin(Current::workspace($request), $request->table($recipe), $recipe, $request->keep());

        return (new JsonResponse(self::shown($check), 202))->header('Location', "/api/v1/table-checks/{$check->id}");
    }

    public function show(WholeCheck $whole): JsonResponse
    {
        return new JsonResponse(self::shown($whole));
    }

    public function destroy(WholeCheck $whole): Response
    {
        CheckWhole::forget($whole);

        return new Response('', 204);
    }

    /** @return array<string, mixed> */
    private static function shown(WholeCheck $check): array
    {
        return ['id' => $check->id, 'state' => $check->state, 'rows' => $check->total, 'looked_at' => $check->looked_at, 'found' => $check->found];
    }
}
