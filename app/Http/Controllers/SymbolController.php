<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Composition\Drawing;
use App\Http\Requests\ComposeRequest;
use App\Http\Resources\DrawingResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use KeenGlyph\Core\Image\PictureFormat;

/** Text and options in; facts and picture, or the picture itself, out. Nothing is kept. */
final class SymbolController
{
    /** What may be asked for in place of JSON. */
    private const BARE = [PictureFormat::Svg, PictureFormat::Png, PictureFormat::Webp, PictureFormat::Jpg, PictureFormat::Pdf, PictureFormat::Eps, PictureFormat::Txt];

    public function __invoke(ComposeRequest $request): JsonResponse|Response
    {
        $drawing = Drawing::of($request->composition());
        $wanted = $request->prefers(['application/json', ...array_map(static fn (PictureFormat $format): string => $format->mediaType(), self::BARE)]);
        foreach (self::BARE as $format) {
            if ($wanted === $format->mediaType()) {
                return PictureResponse::of($drawing, $format);
            }
        }

        return new JsonResponse(DrawingResource::of(
            $drawing,
            PictureFormat::from($request->string('format', 'svg')->toString()),
            $request->validated('inline') === 'data_uri',
            $request->boolean('check'),
            $request->boolean('anatomy'),
        ));
    }
}
