<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Finish;

/** A saved finish as the API states it. */
final class FinishResource
{
    /** @return array<string, mixed> */
    public static function of(Finish $finish): array
    {
        return [
            'id' => $finish->id,
            'name' => $finish->name,
            'finish' => (object) $finish->finish,
            'is_default' => $finish->is_default,
            'revision' => $finish->revision,
            'glyphs' => $finish->glyphs_count ?? $finish->glyphs()->count(),
            'created_at' => $finish->created_at->toIso8601ZuluString(),
            'updated_at' => $finish->updated_at->toIso8601ZuluString(),
            'links' => ['svg' => "/api/v1/finishes/{$finish->id}/image.svg", 'file' => "/api/v1/finishes/{$finish->id}/file"],
        ];
    }
}
