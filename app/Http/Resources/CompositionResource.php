<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Support\FileName;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Proof\LedgerLine;
use KeenGlyph\Core\Report\Anatomy;
use KeenGlyph\Core\Report\FieldCosts;
use KeenGlyph\Core\Report\ProofFacts;
use KeenGlyph\Core\Report\SymbolFacts;
use KeenGlyph\Core\Symbol\LevelTable;

/** A composition as the API states it. */
final class CompositionResource
{
    /**
     * @param  bool  $asDataUri  a data URI instead of markup; formats that are no text are always one
     * @param  bool  $checked  with the ledger and the figures behind it
     * @param  bool  $dissected  with what each module is for
     * @return array<string, mixed>
     */
    public static function of(Composition $composition, PictureFormat $format, bool $asDataUri, bool $checked, bool $dissected = false): array
    {
        $picture = $composition->picture($format);
        $isMarkup = $format->isText() && ! $asDataUri;
        $finish = $composition->finish;

        return [
            'symbol' => SymbolFacts::of($composition->symbol),
            'levels' => LevelTable::of($composition->symbol->text, $composition->encoding),
            'picture' => [
                'format' => $format->value,
                'media_type' => $format->mediaType(),
                'file_name' => FileName::of($composition, $format),
                'title' => $composition->title(),
                ...self::measures($composition, $format),
                'file_bytes' => strlen($picture),
                'svg' => $format === PictureFormat::Svg && $isMarkup ? $picture : null,
                'text' => $format !== PictureFormat::Svg && $isMarkup ? $picture : null,
                'data_uri' => $isMarkup ? null : "data:{$format->mediaType()};base64,".base64_encode($picture),
            ],
            'segment_texts' => SymbolFacts::texts($composition->symbol),
            'payload' => PayloadResource::of($composition->payload),
            'as_is' => $composition->payload->errors() !== [],
            'costs' => $checked ? FieldCosts::of($composition->payload, $composition->encoding, $composition->symbol->version) : null,
            'ledger' => $checked ? array_map(static fn (LedgerLine $line): array => $line->toArray(), $composition->ledger()) : null,
            'proof' => $checked ? [
                'inks' => ProofFacts::inks($finish),
                'reach' => ProofFacts::reach($composition->layout()),
                'damage' => ProofFacts::damage($composition->subject()),
            ] : null,
            'anatomy' => $dissected ? Anatomy::of($composition->symbol) : null,
            'blocks' => $dissected ? Anatomy::blocks($composition->symbol) : null,
        ];
    }

    /**
     * Dots of the picture, and lengths of the file that is answered with.
     *
     * @return array<string, mixed>
     */
    private static function measures(Composition $composition, PictureFormat $format): array
    {
        [$layout, $file] = [$composition->layout(), $composition->layoutFor($format)];

        return [
            'side_px' => $layout->sidePx,
            'height_px' => $layout->heightPx,
            'module_px' => $layout->modulePx,
            'before_px' => $layout->before,
            'above_px' => $layout->above,
            'dpi' => $layout->dpi,
            'side_mm' => round($file->sideMm(), 3),
            'height_mm' => round($file->heightMm(), 3),
            'symbol_mm' => round($file->symbolMm(), 3),
            'module_mm' => round($file->moduleMm(), 4),
            'quiet' => round($file->quiet(), 3),
            'note' => $file->note,
        ];
    }
}
