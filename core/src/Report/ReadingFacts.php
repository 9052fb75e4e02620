<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Read\Reading;

/** What is known about a symbol that was read, as the command line and the API state it. */
final class ReadingFacts
{
    /**
     * @return array{symbology: string, text: string, bytes_b64: string, version: int, level: string, mask: int, corners: list<array{float, float}>, corrected: int, codewords: int, segments: list<array{mode: string, chars: int, bits: int}>, module_px: float, turned: float, mirrored: bool, reversed: bool, payload: array<string, mixed>}
     */
    public static function of(Reading $reading): array
    {
        $symbol = $reading->symbol;
        $text = $symbol->content->text;

        return [
            'symbology' => 'qr',
            'text' => $text,
            'bytes_b64' => base64_encode($symbol->content->bytes),
            'version' => $symbol->version->number,
            'level' => $symbol->level->value,
            'mask' => $symbol->mask,
            'corners' => $reading->frame->corners(),
            'corrected' => $symbol->corrected,
            'codewords' => $symbol->codewords,
            'segments' => $symbol->content->segments,
            'module_px' => round($reading->frame->modulePx, 2),
            'turned' => $reading->turned(),
            'mirrored' => $reading->mirrored,
            'reversed' => $reading->reversed,
            'payload' => Kind::recognise($text)->payload($text)->toArray(),
        ];
    }
}
