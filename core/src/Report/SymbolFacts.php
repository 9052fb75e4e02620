<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\MicroVersion;
use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\SymbolVersion;
use KeenGlyph\Core\Symbol\Units;
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

    /**
     * What each segment says; nothing for those without characters.
     *
     * @return list<string>
     */
    public static function texts(QrSymbol $symbol): array
    {
        return array_map(static fn (Segment $segment): string => self::text($segment, $symbol), $symbol->segments);
    }

    private static function text(Segment $segment, QrSymbol $symbol): string
    {
        $eci = null;
        $fnc1 = false;
        foreach ($symbol->segments as $before) {
            $eci = $before->mode === Mode::Eci ? (int) bindec(substr($before->data, -7)) : $eci;
            $fnc1 = $fnc1 || $before->mode === Mode::Fnc1First || $before->mode === Mode::Fnc1Second;
        }
        $set = array_values(array_filter(CharacterSet::cases(), static fn (CharacterSet $set): bool => $set->eci() === $eci && $eci !== null))[0] ?? CharacterSet::Utf8;

        return match ($segment->mode) {
            Mode::Kanji => (string) mb_convert_encoding($segment->data, 'UTF-8', 'SJIS'),
            Mode::Byte => $set === CharacterSet::Utf8 ? mb_scrub($segment->data, 'UTF-8') : (string) mb_convert_encoding($segment->data, 'UTF-8', $set->encoding()),
            Mode::Alphanumeric => $fnc1 ? strtr($segment->data, ['%%' => '%', '%' => Units::SEPARATOR]) : $segment->data,
            Mode::Numeric => $segment->data,
            default => '',
        };
    }

    /** A number, or M1 to M4. */
    public static function version(SymbolVersion $version): int|string
    {
        return $version instanceof Version ? $version->number : $version->label();
    }

    /** Null for M1, which only detects errors. */
    public static function level(SymbolVersion $version, ErrorCorrectionLevel $level): ?string
    {
        return $version === MicroVersion::M1 ? null : $level->value;
    }
}
