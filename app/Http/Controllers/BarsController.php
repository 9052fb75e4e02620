<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Composition\CompositionInput;
use App\Http\Middleware\AcceptJson;
use App\Http\Requests\BarsRequest;
use App\Http\Resources\BarsResource;
use App\Support\FileName;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use KeenGlyph\Core\Image\PictureFormat;

/** Linear symbols: text in, bars out. Nothing is kept. */
final class BarsController
{
    public function __invoke(BarsRequest $request): JsonResponse|Response
    {
        $composition = (new CompositionInput($request->validated()))->bars();
        $bare = PictureFormat::ofMediaType(AcceptJson::preferred($request, ['application/json', ...array_map(static fn (PictureFormat $format): string => $format->mediaType(), PictureFormat::pictures())]));
        if ($bare !== null) {
            return PictureResponse::file($composition->picture($bare), $bare, FileName::ofBars($composition, $bare));
        }

        return new JsonResponse(BarsResource::of($composition, PictureFormat::from($request->validated('format') ?? 'svg'), $request->validated('inline') === 'data_uri'));
    }
}
