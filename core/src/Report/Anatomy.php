<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Report;

use KeenGlyph\Core\Symbol\CodewordMap;
use KeenGlyph\Core\Symbol\FormatInformation;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\SymbolTemplate;
use KeenGlyph\Core\Symbol\Version;
use KeenGlyph\Core\Symbol\VersionInformation;

/** What each module of a symbol is for (ISO/IEC 18004:2015 6.3, 7.7.3, 7.9 and 7.10). */
final class Anatomy
{
    /**
     * A letter a module: f finder, s separator, t timing, a alignment, i format, v version, d data, c correction, r remainder.
     *
     * @return ?list<string> null for Micro QR Code
     */
    public static function of(QrSymbol $symbol): ?array
    {
        $version = $symbol->version;
        if (! $version instanceof Version) {
            return null;
        }
        $side = $version->modules();
        $map = CodewordMap::of($version, $symbol->level);
        $rows = self::grid($version, $symbol, static fn (?int $codeword, int $x, int $y): string => match (true) {
            $codeword !== null => $map->isData($codeword) ? 'd' : 'c',
            $x === 6 || $y === 6 => 't',
            default => 'r',
        });
        $stamp = static function (int $column, int $row, int $width, int $height, string $letter) use (&$rows, $side): void {
            for ($y = max(0, $row); $y < min($side, $row + $height); $y++) {
                $from = max(0, $column);
                $count = min($side, $column + $width) - $from;
                $rows[$y] = substr_replace($rows[$y], str_repeat($letter, $count), $from, $count);
            }
        };
        foreach (SymbolTemplate::alignmentCentres($version) as [$x, $y]) {
            $stamp($x - 2, $y - 2, 5, 5, 'a');
        }
        foreach ([[0, 0], [$side - 7, 0], [0, $side - 7]] as [$x, $y]) {
            $stamp($x - 1, $y - 1, 9, 9, 's');
            $stamp($x, $y, 7, 7, 'f');
        }
        for ($bit = 0; $bit < 15; $bit++) {
            foreach (FormatInformation::places($bit, $side) as [$x, $y]) {
                $stamp($x, $y, 1, 1, 'i');
            }
        }
        $stamp(8, $side - 8, 1, 1, 'i');
        for ($bit = 0; $version->number >= 7 && $bit < 18; $bit++) {
            foreach (VersionInformation::places($bit, $side) as [$x, $y]) {
                $stamp($x, $y, 1, 1, 'v');
            }
        }

        return array_values($rows);
    }

    /**
     * The block that each module's codeword belongs to, as a letter from U+0100 on; a full stop where there is no codeword.
     *
     * @return ?list<string> null for Micro QR Code
     */
    public static function blocks(QrSymbol $symbol): ?array
    {
        $version = $symbol->version;
        if (! $version instanceof Version) {
            return null;
        }
        $places = CodewordMap::of($version, $symbol->level)->places;

        return self::grid($version, $symbol, static fn (?int $codeword): string => $codeword === null ? '.' : mb_chr(0x100 + $places[$codeword][0], 'UTF-8'));
    }

    /**
     * A letter for every module.
     *
     * @param  callable(?int, int, int): string  $letter  of a module's codeword, column and row
     * @return list<string>
     */
    private static function grid(Version $version, QrSymbol $symbol, callable $letter): array
    {
        $side = $version->modules();
        $byModule = CodewordMap::of($version, $symbol->level)->byModule;
        $rows = [];
        for ($y = 0; $y < $side; $y++) {
            $row = '';
            for ($x = 0; $x < $side; $x++) {
                $row .= $letter($byModule[$y * $side + $x] ?? null, $x, $y);
            }
            $rows[] = $row;
        }

        return $rows;
    }
}
