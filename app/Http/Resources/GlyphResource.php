<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Glyph;
use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Address\PictureAddress;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Symbol\Version;

/** A glyph as the API states it. */
final class GlyphResource
{
    /** @return array<string, mixed> */
    public static function of(Glyph $glyph, bool $whole = true): array
    {
        $image = "/api/v1/glyphs/{$glyph->id}/image";

        return [
            'id' => $glyph->id,
            'name' => $glyph->name,
            'kind' => $glyph->kind,
            'text' => $glyph->text,
            'as_is' => $glyph->as_is,
            'modes' => $glyph->modes,
            'shelf' => $glyph->shelf,
            'tags' => $glyph->tags,
            'archived_at' => $glyph->archived_at?->toIso8601ZuluString(),
            'level' => $glyph->level,
            'module_px' => $glyph->module_px,
            'size_px' => $glyph->size_px,
            'quiet' => $glyph->quiet,
            'size_mm' => $glyph->size_mm,
            'dpi' => $glyph->dpi,
            'print' => $glyph->print,
            'distance_mm' => $glyph->distance_mm,
            'finish_id' => $glyph->finish_id,
            'finish_revision' => $glyph->finish_revision,
            // Lists go without: a mark's picture can be large.
            'finish' => $whole ? (object) $glyph->finish : null,
            'dark' => $glyph->dark,
            'light' => $glyph->light,
            'symbol' => [
                'symbology' => 'qr',
                'version' => $glyph->version,
                'level' => $glyph->level,
                'mask' => $glyph->mask,
                'modules' => Version::of($glyph->version)->modules(),
                'bytes' => $glyph->bytes,
            ],
            'revision' => $glyph->revision,
            'address' => self::address($glyph),
            'created_at' => $glyph->created_at->toIso8601ZuluString(),
            'updated_at' => $glyph->updated_at->toIso8601ZuluString(),
            'links' => ['svg' => "$image.svg", 'png' => "$image.png", 'pdf' => "$image.pdf"],
        ];
    }

    /** @return ?array<string, string> */
    private static function address(Glyph $glyph): ?array
    {
        if ($glyph->public_token === null) {
            return null;
        }
        $address = new PictureAddress(Config::string('app.url'));

        return [
            'token' => $glyph->public_token,
            'url' => $address->saved($glyph->public_token, PictureFormat::Svg),
            'revision_url' => $address->saved($glyph->public_token, PictureFormat::Svg, $glyph->revision),
        ];
    }
}
