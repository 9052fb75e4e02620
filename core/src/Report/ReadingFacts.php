<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Gs1\Gtin;
use KeenGlyph\Core\Linear\UpcE;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payload;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Read\Content;
use KeenGlyph\Core\Read\LinearReading;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Symbol\Version;

/** What is known about a symbol that was read, as the command line and the API state it. */
final class ReadingFacts
{
    /**
     * @return array{symbology: string, text: string, bytes_b64: string, version: int|string, level: ?string, mask: int, corners: list<array{float, float}>, corrected: int, codewords: int, erased: int, fit: ?float, segments: list<array{mode: string, chars: int, bits: int}>, module_px: float, turned: float, mirrored: bool, reversed: bool, eci: ?int, fnc1: ?string, append: ?array{index: int, total: int, parity: int}, payload: array<string, mixed>}
     */
    public static function of(Reading $reading): array
    {
        $symbol = $reading->symbol;
        $text = $symbol->content->text;
        $append = $symbol->content->append;

        return [
            'symbology' => $symbol->version instanceof Version ? 'qr' : 'microqr',
            'text' => $text,
            'bytes_b64' => base64_encode($symbol->content->bytes),
            'version' => SymbolFacts::version($symbol->version),
            'level' => SymbolFacts::level($symbol->version, $symbol->level),
            'mask' => $symbol->mask,
            'corners' => array_map(static fn (Point $corner): array => $corner->toArray(), $reading->frame->corners),
            'corrected' => $symbol->corrected,
            'codewords' => $symbol->codewords,
            'erased' => $symbol->erased,
            'fit' => round($reading->fit, 3),
            'segments' => $symbol->content->segments,
            'module_px' => round($reading->frame->modulePx, 2),
            'turned' => $reading->turned(),
            'mirrored' => $reading->mirrored,
            'reversed' => $reading->reversed,
            'eci' => $symbol->content->eci,
            'fnc1' => $symbol->content->fnc1,
            'append' => $append === null ? null : ['index' => $append->index, 'total' => $append->total, 'parity' => $append->parity],
            'payload' => self::facts(self::payload($symbol->content)),
        ];
    }

    /** @return array<string, mixed> */
    private static function facts(Payload $payload): array
    {
        return $payload->toArray() + ['summary' => PayloadSummary::of($payload), 'phone' => PhoneFacts::of($payload)];
    }

    /** FNC1 in first position says that the text is made of GS1 elements; anything else is recognised by its form. */
    private static function payload(Content $content): Payload
    {
        return Payloads::parse($content->text, $content->fnc1 === '' ? Kind::Gs1Elements : null);
    }

    /**
     * @return array{symbology: string, text: string, bytes_b64: string, version: null, level: null, mask: null, corners: list<array{float, float}>, corrected: int, codewords: int, erased: int, fit: ?float, segments: list<array{mode: string, chars: int, bits: int}>, module_px: float, turned: float, mirrored: bool, reversed: bool, eci: null, fnc1: ?string, append: null, payload: array<string, mixed>}
     */
    public static function ofLinear(LinearReading $reading): array
    {
        return [
            'symbology' => $reading->symbology,
            'text' => $reading->text,
            'bytes_b64' => base64_encode($reading->text),
            'version' => null,
            'level' => null,
            'mask' => null,
            'corners' => array_map(static fn (Point $corner): array => $corner->toArray(), $reading->corners),
            'corrected' => 0,
            'codewords' => 0,
            'erased' => 0,
            'fit' => null,
            'segments' => [],
            'module_px' => round($reading->modulePx, 2),
            'turned' => (float) $reading->turned,
            'mirrored' => false,
            'reversed' => false,
            'eci' => null,
            'fnc1' => $reading->gs1 ? '' : null,
            'append' => null,
            'payload' => self::facts(self::linearPayload($reading)),
        ];
    }

    /** EAN, UPC and ITF-14 carry a trade item number. */
    private static function linearPayload(LinearReading $reading): Payload
    {
        $gtin = match ($reading->symbology) {
            'ean13', 'ean8', 'upca', 'itf14' => Gtin::padded($reading->text),
            'upce' => Gtin::padded(UpcE::lengthened(substr($reading->text, 0, 7))),
            default => null,
        };
        if ($gtin !== null) {
            return Payloads::parse("(01)$gtin", Kind::Gs1Elements);
        }

        return Payloads::parse($reading->text, $reading->gs1 ? Kind::Gs1Elements : null);
    }
}
