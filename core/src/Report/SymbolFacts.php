<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Symbol\Level;
use KeenGlyph\Core\Symbol\MicroVersion;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\SymbolVersion;
use KeenGlyph\Core\Symbol\Version;

/** What is known about a symbol, as the command line and the API state it. */
final class SymbolFacts
{
    /**
     * @return array{symbology: string, version: int|string, level: ?string, mask: int, modules: int, segments: list<array{mode: string, chars: int, bits: int}>, text: string, bytes: int, bits_used: int, bits_available: int, bytes_left: int, repairable_share: float, characters: string}
     */
    public static function of(QrSymbol $symbol): array
    {
        return [
            'symbology' => $symbol->isMicro() ? 'microqr' : 'qr',
            'version' => self::version($symbol->version),
            'level' => self::level($symbol->version, $symbol->level),
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
            'repairable_share' => round($symbol->version->repairableShare($symbol->level), 4),
            'characters' => $symbol->reason,
        ];
    }

    /** A number, or M1 to M4. */
    public static function version(SymbolVersion $version): int|string
    {
        return $version instanceof Version ? $version->number : $version->label();
    }

    /** Null for M1, which only detects errors. */
    public static function level(SymbolVersion $version, Level $level): ?string
    {
        return $version === MicroVersion::M1 ? null : $level->value;
    }
}
