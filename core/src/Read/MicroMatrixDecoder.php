<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\BitString;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\MicroFormat;
use KeenGlyph\Core\Symbol\MicroTemplate;
use KeenGlyph\Core\Symbol\MicroVersion;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Modules of a Micro QR Code symbol to content, ISO/IEC 18004:2015 clause 12. */
final class MicroMatrixDecoder
{
    /** Wrong bits that the format information survives (annex C). */
    private const TOLERANCE = 3;

    /**
     * @throws Unreadable with the stage at which it failed
     */
    public static function decode(ModuleMatrix $matrix): DecodedMatrix
    {
        [$version, $level, $mask] = self::format($matrix);
        if ($version->modules() !== $matrix->size()) {
            throw new Unreadable(Stage::Version, 'The format information does not match the number of modules.');
        }
        $bits = '';
        foreach (MicroTemplate::order($version) as [$x, $y]) {
            $bits .= $matrix->isDark($x, $y) !== MicroTemplate::reverses($mask, $y, $x) ? '1' : '0';
        }
        $capacity = $version->capacity($level);
        $data = substr($bits, 0, $capacity);
        if ($version->hasHalfCodeword()) {
            $data = substr($data, 0, -4).'0000'.substr($data, -4);
        }
        $correction = $version->codewords() - $version->dataCodewords($level);
        [$block, $corrected] = ReedSolomonDecoder::correct(BitString::toBytes($data.substr($bits, $capacity)), $correction);
        if ($corrected > $version->repairable($level)) {
            throw new Unreadable(Stage::Correction, "More than {$version->repairable($level)} codewords are wrong.");
        }
        $data = BitString::ofBytes(substr($block, 0, $version->dataCodewords($level)));
        if ($version->hasHalfCodeword()) {
            $data = substr($data, 0, -8).substr($data, -4);
        }

        return new DecodedMatrix($version, $level, $mask, $corrected, $version->codewords(), BitStreamDecoder::decode($data, $version));
    }

    /** @return array{MicroVersion, ErrorCorrectionLevel, int} */
    private static function format(ModuleMatrix $matrix): array
    {
        $bits = 0;
        for ($bit = 0; $bit < 15; $bit++) {
            [$column, $row] = MicroFormat::place($bit);
            $bits |= (int) $matrix->isDark($column, $row) << $bit;
        }
        for ($number = 0; $number < 8; $number++) {
            for ($mask = 0; $mask < MicroTemplate::MASKS; $mask++) {
                if (substr_count(decbin($bits ^ MicroFormat::bits($number, $mask)), '1') <= self::TOLERANCE) {
                    return [...MicroVersion::ofNumber($number), $mask];
                }
            }
        }

        throw new Unreadable(Stage::Format, 'The format information is unreadable.');
    }
}
