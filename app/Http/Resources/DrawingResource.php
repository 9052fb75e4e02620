<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Composition\Drawing;
use KeenGlyph\Core\Proof\LedgerLine;
use KeenGlyph\Core\Report\FieldCosts;
use KeenGlyph\Core\Report\SymbolFacts;
use KeenGlyph\Core\Symbol\LevelTable;

/** A drawing as the API states it. */
final class DrawingResource
{
    /**
     * @param  'svg'|'png'  $format
     * @param  bool  $asDataUri  a data URI instead of markup; PNG is always one
     * @param  bool  $checked  with the ledger
     * @return array<string, mixed>
     */
    public static function of(Drawing $drawing, string $format, bool $asDataUri, bool $checked): array
    {
        $layout = $drawing->layout;
        $picture = $drawing->picture($format);
        $isMarkup = $format === 'svg' && ! $asDataUri;

        return [
            'symbol' => SymbolFacts::of($drawing->symbol),
            'levels' => LevelTable::of($drawing->symbol->text, $drawing->composition->encoding),
            'picture' => [
                'format' => $format,
                'media_type' => Drawing::mediaType($format),
                'file_name' => $drawing->fileName($format),
                'title' => $drawing->title(),
                'side_px' => $layout->sidePx,
                'module_px' => $layout->modulePx,
                'before_px' => $layout->before,
                'quiet' => round($layout->quiet(), 3),
                'file_bytes' => strlen($picture),
                'note' => $layout->note,
                'svg' => $isMarkup ? $picture : null,
                'data_uri' => $isMarkup ? null : 'data:'.Drawing::mediaType($format).';base64,'.base64_encode($picture),
            ],
            'segment_texts' => SymbolFacts::texts($drawing->symbol),
            'payload' => PayloadResource::of($drawing->payload),
            'costs' => $checked ? FieldCosts::of($drawing->payload, $drawing->composition->encoding, $drawing->symbol->version) : null,
            'ledger' => $checked ? array_map(static fn (LedgerLine $line): array => $line->toArray(), $drawing->ledger()) : null,
        ];
    }
}
