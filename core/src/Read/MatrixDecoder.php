<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\BitString;
use KeenGlyph\Core\Symbol\BlockLayout;
use KeenGlyph\Core\Symbol\FormatInformation;
use KeenGlyph\Core\Symbol\Level;
use KeenGlyph\Core\Symbol\MaskPattern;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\SymbolTemplate;
use KeenGlyph\Core\Symbol\Version;
use KeenGlyph\Core\Symbol\VersionInformation;

/** Modules to content, ISO/IEC 18004:2015 clause 12. */
final class MatrixDecoder
{
    /** Wrong bits that format and version information survive (annexes C and D). */
    private const TOLERANCE = 3;

    /**
     * @throws Unreadable with the stage at which it failed
     */
    public static function decode(ModuleMatrix $matrix): DecodedMatrix
    {
        $version = self::version($matrix);
        [$level, $mask] = self::format($matrix);
        $layout = $version->blocks($level);
        [$data, $corrected] = self::correct(self::codewords($matrix, $version, $mask), $layout);

        return new DecodedMatrix($version, $level, $mask, $corrected, $layout->total, BitStreamDecoder::decode(BitString::ofBytes($data), $version));
    }

    private static function version(ModuleMatrix $matrix): Version
    {
        $version = Version::of(intdiv($matrix->size() - 17, 4));
        if ($version->number < 7) {
            return $version;
        }
        $expected = VersionInformation::bits($version);
        foreach ([0, 1] as $copy) {
            $bits = 0;
            for ($bit = 0; $bit < 18; $bit++) {
                [$column, $row] = VersionInformation::places($bit, $matrix->size())[$copy];
                $bits |= (int) $matrix->isDark($column, $row) << $bit;
            }
            if (self::distance($bits, $expected) <= self::TOLERANCE) {
                return $version;
            }
        }

        throw new Unreadable(Stage::Version, 'The version information does not match the number of modules.');
    }

    /** @return array{Level, int} */
    private static function format(ModuleMatrix $matrix): array
    {
        $best = self::TOLERANCE + 1;
        $found = null;
        foreach ([0, 1] as $copy) {
            $bits = 0;
            for ($bit = 0; $bit < 15; $bit++) {
                [$column, $row] = FormatInformation::places($bit, $matrix->size())[$copy];
                $bits |= (int) $matrix->isDark($column, $row) << $bit;
            }
            foreach (Level::cases() as $level) {
                for ($mask = 0; $mask < MaskPattern::COUNT; $mask++) {
                    $distance = self::distance($bits, FormatInformation::bits($level, $mask));
                    if ($distance < $best) {
                        [$best, $found] = [$distance, [$level, $mask]];
                    }
                }
            }
        }

        return $found ?? throw new Unreadable(Stage::Format, 'The format information is unreadable.');
    }

    private static function distance(int $a, int $b): int
    {
        return substr_count(decbin($a ^ $b), '1');
    }

    private static function codewords(ModuleMatrix $matrix, Version $version, int $mask): string
    {
        $template = SymbolTemplate::of($version);
        $plane = strtr(implode("\0", $matrix->rows)."\0", '01', "\0\1")
            ^ (MaskPattern::plane($mask, $matrix->size()) & $template->data);
        $bits = '';
        foreach (array_slice($template->order, 0, $version->codewords() * 8) as $place) {
            $bits .= $plane[$place];
        }

        return BitString::toBytes(strtr($bits, "\0\1", '01'));
    }

    /**
     * Takes the blocks apart, repairs each and joins their data (7.6 backwards).
     *
     * @return array{string, int} data codewords and how many were repaired in all
     */
    private static function correct(string $codewords, BlockLayout $layout): array
    {
        $lengths = $layout->dataLengths();
        $blocks = array_fill(0, $layout->blocks, '');
        $at = 0;
        for ($i = 0; $i < max(0, ...$lengths); $i++) {
            foreach ($lengths as $block => $length) {
                if ($i < $length) {
                    $blocks[$block] .= $codewords[$at++];
                }
            }
        }
        for ($i = 0; $i < $layout->correction; $i++) {
            for ($block = 0; $block < $layout->blocks; $block++) {
                $blocks[$block] .= $codewords[$at++];
            }
        }
        $data = '';
        $corrected = 0;
        foreach ($blocks as $i => $block) {
            [$repaired, $errors] = ReedSolomonDecoder::correct($block, $layout->correction);
            $data .= substr($repaired, 0, $lengths[$i]);
            $corrected += $errors;
        }

        return [$data, $corrected];
    }
}
