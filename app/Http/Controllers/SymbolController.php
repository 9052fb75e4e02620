<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Middleware\AcceptJson;
use App\Http\Requests\ComposeRequest;
use App\Http\Resources\CompositionResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use KeenGlyph\Core\Image\PictureFormat;

/** Text and options in; facts and picture, or the picture itself, out. Nothing is kept. */
final class SymbolController
{
    public function __invoke(ComposeRequest $request): JsonResponse|Response
    {
        $composition = $request->composition();
        $bare = PictureFormat::ofMediaType(AcceptJson::preferred($request, ['application/json', ...array_map(static fn (PictureFormat $format): string => $format->mediaType(), PictureFormat::pictures())]));
        if ($bare !== null) {
            return PictureResponse::of($composition, $bare);
        }

        return new JsonResponse(CompositionResource::of(
            $composition,
            PictureFormat::from($request->validated('format') ?? 'svg'),
            $request->validated('inline') === 'data_uri',
            $request->boolean('check'),
            $request->boolean('anatomy'),
        ));
    }
}
