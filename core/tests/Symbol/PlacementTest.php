<?php

declare(strict_types=1);

use KeenGlyph\Core\Symbol\BitString;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\MaskPattern;
use KeenGlyph\Core\Symbol\MicroPlacement;
use KeenGlyph\Core\Symbol\MicroTemplate;
use KeenGlyph\Core\Symbol\MicroVersion;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\Penalty;
use KeenGlyph\Core\Symbol\Placement;
use KeenGlyph\Core\Symbol\SymbolTemplate;
use KeenGlyph\Core\Symbol\Version;

/** The condition of table 10 for a mask, by row and column. */
function isReversed(int $mask, int $i, int $j): bool
{
    return match ($mask) {
        0 => ($i + $j) % 2 === 0,
        1 => $i % 2 === 0,
        2 => $j % 3 === 0,
        3 => ($i + $j) % 3 === 0,
        4 => (intdiv($i, 2) + intdiv($j, 3)) % 2 === 0,
        5 => $i * $j % 2 + $i * $j % 3 === 0,
        6 => ($i * $j % 2 + $i * $j % 3) % 2 === 0,
        7 => (($i + $j) % 2 + $i * $j % 3) % 2 === 0,
    };
}

/** Random codewords of a whole symbol. */
function codewords(Version $version): string
{
    $count = intdiv(count(SymbolTemplate::of($version)->order), 8);
    $bytes = '';
    for ($i = 0; $i < $count; $i++) {
        $bytes .= chr(chance(0, 255));
    }

    return $bytes;
}

it('puts each bit where the standard’s order has it, reversed by the mask alone', function (int $number): void {
    $version = Version::of($number);
    $template = SymbolTemplate::of($version);
    $codewords = codewords($version);
    foreach (range(0, MaskPattern::COUNT - 1) as $mask) {
        [$matrix, $chosen] = Placement::place($codewords, $version, ErrorCorrectionLevel::M, $mask);
        expect($chosen)->toBe($mask)->and($matrix->size())->toBe(17 + 4 * $number);
        $bits = '';
        foreach ($template->order as $place) {
            [$row, $column] = [intdiv($place, $template->stride), $place % $template->stride];
            $bits .= $matrix->isDark($column, $row) !== isReversed($mask, $row, $column) ? '1' : '0';
        }
        expect(substr($bits, 0, 8 * strlen($codewords)))->toBe(BitString::ofBytes($codewords))
            // Remainder bits (table 1) are light before the mask.
            ->and(trim(substr($bits, 8 * strlen($codewords)), '0'))->toBe('');
    }
})->with([1, 2, 6, 7, 14, 21]);

it('leaves finder, timing and alignment patterns as they are, whatever is encoded', function (): void {
    foreach ([1, 5, 7, 10] as $number) {
        $version = Version::of($number);
        $last = 16 + 4 * $number;
        foreach ([0, 3, 7] as $mask) {
            [$matrix] = Placement::place(codewords($version), $version, ErrorCorrectionLevel::H, $mask);
            for ($i = 0; $i < 7; $i++) {
                $edge = [$matrix->isDark($i, 0), $matrix->isDark(0, $i), $matrix->isDark($last - $i, 0), $matrix->isDark($i, $last), $matrix->isDark($i, 6), $matrix->isDark(6, $i)];
                expect($edge)->toBe([true, true, true, true, true, true]);
            }
            for ($i = 0; $i < 8; $i++) {
                expect([$matrix->isDark($i, 7), $matrix->isDark(7, $i), $matrix->isDark($last - $i, 7), $matrix->isDark($i, $last - 7)])->toBe([false, false, false, false]);
            }
            for ($i = 8; $i <= $last - 8; $i++) {
                expect([$matrix->isDark($i, 6), $matrix->isDark(6, $i)])->toBe([$i % 2 === 0, $i % 2 === 0]);
            }
            // The one module that is always dark (7.9.1).
            expect($matrix->isDark(8, $last - 7))->toBeTrue();
        }
    }
});

it('chooses the mask of the lowest penalty, the first of several', function (): void {
    $plane = fn (array $rows): string => strtr(implode('', array_map(fn (string $row): string => $row.SymbolTemplate::SEPARATOR, $rows)), '01', "\0\1");
    $penalty = fn (ModuleMatrix $matrix): int => Penalty::of($plane($matrix->rows), $plane(array_map(implode(...), array_map(null, ...array_map(str_split(...), $matrix->rows)))), $matrix->size());
    for ($i = 0; $i < rounds(12); $i++) {
        $version = Version::of(chance(1, 9));
        $codewords = codewords($version);
        $each = array_map(fn (int $mask): int => $penalty(Placement::place($codewords, $version, ErrorCorrectionLevel::Q, $mask)[0]), range(0, 7));
        [$matrix, $chosen] = Placement::place($codewords, $version, ErrorCorrectionLevel::Q, null);
        expect($chosen)->toBe(array_search(min($each), $each, true))->and($penalty($matrix))->toBe(min($each));
    }
});

it('puts the bits of a Micro QR Code symbol back where they are read from, and prefers dark edges', function (string $label): void {
    $version = array_values(array_filter(MicroVersion::cases(), fn (MicroVersion $one): bool => $one->label() === $label))[0];
    $level = array_values(array_filter(ErrorCorrectionLevel::cases(), fn (ErrorCorrectionLevel $level): bool => $version->capacity($level) > 0))[0];
    $length = intdiv($version->capacity($level) + 7, 8);
    for ($i = 0; $i < rounds(20); $i++) {
        $data = '';
        for ($k = 0; $k < $length; $k++) {
            $data .= chr($version->hasHalfCodeword() && $k === $length - 1 ? chance(0, 15) : chance(0, 255));
        }
        $edges = [];
        foreach (range(0, MicroTemplate::MASKS - 1) as $mask) {
            [$matrix] = MicroPlacement::place($data, $version, $level, $mask);
            $bits = '';
            foreach (MicroTemplate::order($version) as [$x, $y]) {
                $bits .= $matrix->isDark($x, $y) !== MicroTemplate::reverses($mask, $y, $x) ? '1' : '0';
            }
            $expected = BitString::ofBytes($data);
            $expected = $version->hasHalfCodeword() ? substr($expected, 0, -8).substr($expected, -4) : $expected;
            expect(substr($bits, 0, strlen($expected)))->toBe($expected);
            $last = $matrix->size() - 1;
            [$right, $below] = [0, 0];
            for ($at = 1; $at <= $last; $at++) {
                $right += (int) $matrix->isDark($last, $at);
                $below += (int) $matrix->isDark($at, $last);
            }
            $edges[] = min($right, $below) * 16 + max($right, $below);
        }
        expect(MicroPlacement::place($data, $version, $level, null)[1])->toBe(array_search(max($edges), $edges, true));
    }
})->with(['M1', 'M2', 'M3', 'M4']);
