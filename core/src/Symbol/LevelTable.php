<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** What each level would cost for a text, without drawing anything. */
final class LevelTable
{
    /**
     * @param  EncodeOptions  $options  as asked of the encoder; its level and lifting do not matter
     * @return list<array{level: string, fits: bool, version: int|string|null, modules: ?int, bits_used: ?int, bits_available: ?int, repairable_share: ?float}> L, M, Q, H
     *
     * @throws InvalidSymbol for an empty text, or one that the character set cannot write
     */
    public static function of(string $text, EncodeOptions $options = new EncodeOptions): array
    {
        if ($text === '') {
            throw new InvalidSymbol('There is no text to encode.');
        }
        $rows = [];
        $segmentation = strlen($text) <= Encoder::MAX_BYTES ? new Segmentation($text, $options) : null;
        foreach (ErrorCorrectionLevel::cases() as $level) {
            $row = ['level' => $level->value, 'fits' => false, 'version' => null, 'modules' => null, 'bits_used' => null, 'bits_available' => null, 'repairable_share' => null];
            try {
                $version = Encoder::fit($text, new EncodeOptions(level: $level, version: $options->version, set: $options->set, fnc1: $options->fnc1, micro: $options->micro, modes: $options->modes), $segmentation)->version;
                $row = [
                    'level' => $level->value,
                    'fits' => true,
                    'version' => $version instanceof Version ? $version->number : $version->label(),
                    'modules' => $version->modules(),
                    'bits_used' => $segmentation?->bits($version),
                    'bits_available' => $version->capacity($level),
                    'repairable_share' => round($version->repairableShare($level), 4),
                ];
            } catch (InvalidSymbol) {
                // Too long for the level, or no version in question has it: the row says that it does not fit.
            }
            $rows[] = $row;
        }

        return $rows;
    }
}
