<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Composition\CompositionInput;
use App\Models\Finish;
use App\Support\FileName;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Report\FinishCatalogue;

/** A saved finish as a file and as a picture, and what finishes can be made of. */
final class FinishFileController
{
    /** What the preview says. */
    private const SAMPLE = 'https://fennmoor.example/hive/7';

    /** The finish file that `bin/glyph make --finish` and the import take. */
    public function file(Finish $finish): JsonResponse
    {
        return new JsonResponse(
            ['$schema' => url('/api/v1/finishes/schema'), 'name' => $finish->name, ...$finish->finish],
            200,
            ['Content-Disposition' => 'attachment; filename="'.(FileName::slug($finish->name) ?: 'finish').'.finish.json"'],
            JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE,
        );
    }

    public function image(Request $request, Finish $finish): Response
    {
        $response = new Response('', 200, ['ETag' => $finish->etag(), 'Cache-Control' => 'private, no-cache']);
        if ($response->isNotModified($request)) {
            return $response;
        }
        $picture = PictureResponse::of((new CompositionInput(['name' => $finish->name, 'text' => self::SAMPLE, 'level' => 'Q', 'finish' => $finish->finish]))->compose(), PictureFormat::Svg);
        $picture->headers->add(['ETag' => $finish->etag(), 'Cache-Control' => 'private, no-cache']);

        return $picture;
    }

    public function schema(): JsonResponse
    {
        return new JsonResponse(FinishFile::schema());
    }

    public function options(): JsonResponse
    {
        return new JsonResponse(FinishCatalogue::of());
    }
}
