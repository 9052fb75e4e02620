<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Composition\CompositionInput;
use App\Http\Requests\GlyphImageRequest;
use App\Models\Glyph;
use Illuminate\Http\Response;
use KeenGlyph\Core\Compose\PictureKey;
use KeenGlyph\Core\Image\PictureFormat;

/** A saved glyph as a picture, at its own size or another. */
final class GlyphImageController
{
    public function __invoke(GlyphImageRequest $request, Glyph $glyph, string $format): Response
    {
        $given = $glyph->given();
        $size = array_filter($request->safe(['module_px', 'size_px', 'size_mm', 'dpi']), static fn (mixed $value): bool => $value !== null);
        if ($size !== []) {
            $given = [...$given, ...(array_keys($size) === ['dpi'] ? [] : ['module_px' => null, 'size_px' => null, 'size_mm' => null]), ...$size];
        }
        $etag = '"'.PictureKey::ofRevision("{$glyph->id}-{$glyph->revision}", [...$size, 'cmyk' => $request->boolean('cmyk')], PictureFormat::from($format)).'"';
        $response = new Response('', 200, ['ETag' => $etag, 'Cache-Control' => 'private, no-cache']);
        if ($response->isNotModified($request)) {
            return $response;
        }
        $picture = PictureResponse::of((new CompositionInput([...$given, 'cmyk' => $request->boolean('cmyk')]))->compose($glyph->workspace->payloadContext()), PictureFormat::from($format), $request->boolean('download'));
        $picture->headers->add(['ETag' => $etag, 'Cache-Control' => 'private, no-cache']);

        return $picture;
    }
}
