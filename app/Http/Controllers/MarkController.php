<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Problems\Problems;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\PixelArt;
use KeenGlyph\Core\Image\MarkPictures;

/** A picture in; what of it is safe to draw out, for a finish's mark. It is not kept. */
final class MarkController
{
    public function __invoke(Request $request): JsonResponse
    {
        $file = $request->file('picture');
        if (! $file instanceof UploadedFile) {
            return Problems::invalid(['picture' => ['Send a PNG, JPEG, WebP or SVG file in the field “picture”.']], $request);
        }
        if (! $file->isValid()) {
            return Problems::invalid(['picture' => ['The picture did not arrive whole, or has more than 1 MB. Choose a smaller one.']], $request);
        }
        try {
            $art = (new MarkPictures)->read($file->getContent());
        } catch (InvalidFinish $e) {
            return Problems::invalid(['picture' => [$e->getMessage()]], $request);
        }

        return new JsonResponse([
            'picture' => $art->toArray()['picture'],
            'kind' => $art instanceof PixelArt ? 'pixels' : 'outlines',
            'width' => round($art->width, 2),
            'height' => round($art->height, 2),
        ]);
    }
}
