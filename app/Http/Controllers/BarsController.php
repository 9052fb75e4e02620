<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Composition\BarDrawing;
use App\Http\Middleware\AcceptJson;
use App\Http\Requests\BarsRequest;
use App\Http\Resources\BarsResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use KeenGlyph\Core\Image\PictureFormat;

/** Linear symbols: text in, bars out. Nothing is kept. */
final class BarsController
{
    public function __invoke(BarsRequest $request): JsonResponse|Response
    {
        $drawing = BarDrawing::fromArray($request->validated());
        $bare = PictureFormat::ofMediaType(AcceptJson::preferred($request, ['application/json', ...array_map(static fn (PictureFormat $format): string => $format->mediaType(), PictureFormat::pictures())]));
        if ($bare !== null) {
            return PictureResponse::file($drawing->picture($bare), $bare, $drawing->fileName($bare));
        }

        return new JsonResponse(BarsResource::of($drawing, PictureFormat::from($request->validated('format') ?? 'svg'), $request->validated('inline') === 'data_uri'));
    }
}
