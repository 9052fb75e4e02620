<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\BitString;
use KeenGlyph\Core\Symbol\CodewordMap;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\FormatInformation;
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

    /** Shares of a block's correction codewords that are spent on erasures, in this order. */
    private const ERASED = [0.25, 0.45, 0.65, 0.8];

    /** Correction codewords left over when some are erased: what fits by chance does not fit these but once in 2^24. */
    private const SPARE = 3;

    /**
     * @param  ?list<float>  $sureness  of each module, row by row, 0 none to 0.5 clear; from it the codewords to be erased
     *
     * @throws Unreadable with the stage at which it failed
     */
    public static function decode(ModuleMatrix $matrix, ?array $sureness = null): DecodedMatrix
    {
        $version = self::version($matrix);
        $failure = null;
        foreach (self::formats($matrix, $sureness) as [$level, $mask]) {
            try {
                $layout = $version->blocks($level);
                $map = CodewordMap::of($version, $level);
                $certainty = $sureness === null ? null : self::certainty($sureness, $map);
                [$data, $corrected, $erased] = self::correct(self::codewords($matrix, $version, $mask), $map, $certainty);

                return new DecodedMatrix($version, $level, $mask, $corrected, $layout->total, BitStreamDecoder::decode(BitString::ofBytes($data), $version), $erased, $data);
            } catch (Unreadable $e) {
                $failure = $e;
            }
        }

        throw $failure ?? new Unreadable(Stage::Format, 'The format information is unreadable.');
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

    /**
     * Level and mask from both copies of the format information, clear modules counting for more.
     *
     * @param  ?list<float>  $sureness
     * @return list<array{ErrorCorrectionLevel, int}> the likeliest, and the next where it is nearly as likely
     */
    private static function formats(ModuleMatrix $matrix, ?array $sureness): array
    {
        $n = $matrix->size();
        $seen = [];
        $copies = [0, 0];
        foreach ([0, 1] as $copy) {
            for ($bit = 0; $bit < 15; $bit++) {
                [$column, $row] = FormatInformation::places($bit, $n)[$copy];
                $dark = $matrix->isDark($column, $row);
                $copies[$copy] |= (int) $dark << $bit;
                $sure = $sureness === null ? 0.5 : $sureness[$row * $n + $column];
                $seen[] = [$bit, $dark, $sure];
            }
        }
        $found = [];
        foreach (ErrorCorrectionLevel::cases() as $level) {
            for ($mask = 0; $mask < MaskPattern::COUNT; $mask++) {
                $bits = FormatInformation::bits($level, $mask);
                $nearest = min(self::distance($copies[0], $bits), self::distance($copies[1], $bits));
                if ($nearest > self::TOLERANCE) {
                    continue;
                }
                $agree = 0.0;
                foreach ($seen as [$bit, $dark, $sure]) {
                    $agree += ((($bits >> $bit) & 1) === 1) === $dark ? $sure : -$sure;
                }
                $found[] = [$agree, $level, $mask];
            }
        }
        usort($found, static fn (array $a, array $b): int => $b[0] <=> $a[0]);

        return array_map(static fn (array $format): array => [$format[1], $format[2]], array_slice($found, 0, 2));
    }

    /**
     * How sure each codeword is: as sure as its least sure module.
     *
     * @param  list<float>  $sureness
     * @return array<int, float> by codeword
     */
    private static function certainty(array $sureness, CodewordMap $map): array
    {
        $certainty = [];
        foreach ($map->byModule as $module => $codeword) {
            $sure = $sureness[$module];
            if (! isset($certainty[$codeword]) || $sure < $certainty[$codeword]) {
                $certainty[$codeword] = $sure;
            }
        }

        return $certainty;
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
     * @param  ?array<int, float>  $certainty  how sure each codeword is
     * @return array{string, int, int} data codewords, how many were repaired in all, and how many were erased for it
     */
    private static function correct(string $codewords, CodewordMap $map, ?array $certainty): array
    {
        $blocks = [];
        $sure = [];
        foreach ($map->places as $codeword => [$block, $place]) {
            $blocks[$block][$place] = $codewords[$codeword];
            $sure[$block][$place] = $certainty[$codeword] ?? 1.0;
        }
        ksort($blocks);
        $data = '';
        $corrected = 0;
        $erased = 0;
        foreach ($blocks as $i => $places) {
            ksort($places);
            $block = implode('', $places);
            // Correction codewords that the standard keeps back, lest a wrong repair pass for a right one.
            $reserve = max(0, $map->correction - 2 * $map->repairable);
            try {
                [$repaired, $errors] = ReedSolomonDecoder::correct($block, $map->correction, [], $reserve);
            } catch (Unreadable $e) {
                if ($certainty === null) {
                    throw new Unreadable(Stage::Correction, sprintf('More of block %d of %d is damaged than its correction can repair.', $i + 1, count($blocks)));
                }
                [$repaired, $errors, $spared] = self::withErasures($block, $map->correction, $reserve, $sure[$i], sprintf('block %d of %d', $i + 1, count($blocks)));
                $erased += $spared;
            }
            $data .= substr($repaired, 0, $map->dataLengths[$i]);
            $corrected += $errors;
        }

        return [$data, $corrected, $erased];
    }

    /**
     * The least sure codewords given up, more and more of them, as long as SPARE correction codewords are left over.
     *
     * @param  array<int, float>  $sure  of each place
     * @return array{string, int, int}
     *
     * @throws Unreadable when that does not help either
     */
    private static function withErasures(string $block, int $correction, int $reserve, array $sure, string $name): array
    {
        asort($sure);
        $order = array_keys($sure);
        foreach (self::ERASED as $share) {
            $count = (int) ($share * $correction);
            if ($count < 2) {
                continue;
            }
            try {
                [$repaired, $errors] = ReedSolomonDecoder::correct($block, $correction, array_slice($order, 0, $count), max(self::SPARE, $reserve + 1));

                return [$repaired, $errors, $count];
            } catch (Unreadable) {
                // With more of them given up it may still come out.
            }
        }

        throw new Unreadable(Stage::Correction, "More of $name is damaged than its correction can repair.");
    }
}
