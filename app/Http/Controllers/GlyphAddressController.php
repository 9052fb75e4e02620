<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\PublishGlyph;
use App\Http\Resources\GlyphResource;
use App\Models\Glyph;
use Illuminate\Http\JsonResponse;

/** Gives a glyph an address that anybody can see its picture at, and takes it back. */
final class GlyphAddressController
{
    public function store(Glyph $glyph, PublishGlyph $publish): JsonResponse
    {
        $publish->publish($glyph);

        return new JsonResponse(GlyphResource::of($glyph));
    }

    public function destroy(Glyph $glyph, PublishGlyph $publish): JsonResponse
    {
        $publish->withdraw($glyph);

        return new JsonResponse(GlyphResource::of($glyph));
    }
}
