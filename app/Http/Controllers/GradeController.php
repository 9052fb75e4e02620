<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\GradePicture;
use App\Http\Problems\Problems;
use App\Http\Requests\GradeRequest;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Image\InvalidPicture;

/** A picture of a print in, its grade out. No picture is kept. */
final class GradeController
{
    public function __invoke(GradeRequest $request, GradePicture $grade): JsonResponse
    {
        $file = $request->file('picture');
        if (! $file instanceof UploadedFile || ! $file->isValid()) {
            return Problems::invalid(['picture' => ['Send a PNG, JPEG or WebP file in the field “picture”.']], $request);
        }
        if ($file->getSize() > Config::integer('keen.read.bytes')) {
            return Problems::response(413, 'The file is larger than 10 MB, the most that is read.');
        }
        try {
            return new JsonResponse($grade->grade($file->getContent(), $request->filled('white') ? $request->float('white') : null));
        } catch (InvalidPicture $e) {
            return Problems::invalid(['picture' => [$e->getMessage()]], $request);
        }
    }
}
