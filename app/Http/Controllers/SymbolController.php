<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Composition\Drawing;
use App\Http\Requests\ComposeRequest;
use App\Http\Resources\DrawingResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** Text and options in; facts and picture, or the picture itself, out. Nothing is kept. */
final class SymbolController
{
    public function __invoke(ComposeRequest $request): JsonResponse|Response
    {
        $drawing = Drawing::of($request->composition());
        $wanted = $request->prefers(['application/json', 'image/svg+xml', 'image/png']);
        if ($wanted === 'image/svg+xml' || $wanted === 'image/png') {
            return PictureResponse::of($drawing, $wanted === 'image/png' ? 'png' : 'svg');
        }

        return new JsonResponse(DrawingResource::of(
            $drawing,
            $request->validated('format') === 'png' ? 'png' : 'svg',
            $request->validated('inline') === 'data_uri',
            $request->boolean('check'),
        ));
    }
}
