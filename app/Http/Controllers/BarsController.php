<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Composition\BarDrawing;
use App\Http\Requests\BarsRequest;
use App\Http\Resources\BarsResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** Linear symbols: text in, bars out. Nothing is kept. */
final class BarsController
{
    public function __invoke(BarsRequest $request): JsonResponse|Response
    {
        $drawing = BarDrawing::fromArray($request->validated());
        $wanted = $request->prefers(['application/json', 'image/svg+xml', 'image/png']);
        if ($wanted === 'image/svg+xml' || $wanted === 'image/png') {
            return new Response($wanted === 'image/png' ? $drawing->png() : $drawing->svg(), 200, ['Content-Type' => $wanted]);
        }

        return new JsonResponse(BarsResource::of($drawing, $request->validated('format') === 'png'));
    }
}
