<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\Segment;

/** What is known about a symbol, as the command line and the API state it. */
final class SymbolFacts
{
    /**
     * @return array{symbology: string, version: int, level: string, mask: int, modules: int, segments: list<array{mode: string, chars: int, bits: int}>, text: string, bytes: int, bits_used: int, bits_available: int, bytes_left: int, repairable_share: float}
     */
    public static function of(QrSymbol $symbol): array
    {
        return [
            'symbology' => 'qr',
            'version' => $symbol->version->number,
            'level' => $symbol->level->value,
            'mask' => $symbol->mask,
            'modules' => $symbol->matrix->size(),
            'segments' => array_map(static fn (Segment $segment): array => [
                'mode' => $segment->mode->value,
                'chars' => $segment->characters(),
                'bits' => $segment->bits($symbol->version),
            ], $symbol->segments),
            'text' => mb_scrub($symbol->text, 'UTF-8'),
            'bytes' => strlen($symbol->text),
            'bits_used' => $symbol->bitsUsed(),
            'bits_available' => $symbol->bitsAvailable(),
            'bytes_left' => $symbol->bytesLeft(),
            'repairable_share' => round($symbol->version->blocks($symbol->level)->repairableShare(), 4),
        ];
    }
}
