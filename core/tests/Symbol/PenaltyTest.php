<?php

declare(strict_types=1);

use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\MaskPattern;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\Penalty;
use KeenGlyph\Core\Symbol\SymbolTemplate;
use KeenGlyph\Core\Symbol\Version;

function planeOf(ModuleMatrix $matrix): string
{
    return strtr(implode("\2", $matrix->rows)."\2", '01', "\0\1");
}

/** The rules of table 11 written module by module, as slowly as they read. */
function slowPenalty(ModuleMatrix $matrix): int
{
    $n = $matrix->size();
    $points = 0;
    foreach ([$matrix->rows, $matrix->transposed()->rows] as $lines) {
        foreach ($lines as $line) {
            preg_match_all('/0{5,}|1{5,}/', $line, $runs);
            $points += array_sum(array_map(fn (string $run) => 3 + strlen($run) - 5, $runs[0]));
            $wide = '0000'.$line.'0000';
            for ($i = 0; $i + 7 <= strlen($wide); $i++) {
                $like = substr($wide, $i, 7) === '1011101';
                $light = substr($wide, max(0, $i - 4), 4) === '0000' || substr($wide, $i + 7, 4) === '0000';
                $points += $like && $light ? 40 : 0;
            }
        }
    }
    $dark = 0;
    for ($y = 0; $y < $n; $y++) {
        for ($x = 0; $x < $n; $x++) {
            $dark += (int) $matrix->isDark($x, $y);
            if ($x + 1 < $n && $y + 1 < $n) {
                $block = $matrix->rows[$y][$x].$matrix->rows[$y][$x + 1].$matrix->rows[$y + 1][$x].$matrix->rows[$y + 1][$x + 1];
                $points += $block === '0000' || $block === '1111' ? 3 : 0;
            }
        }
    }

    return $points + 10 * (int) floor(abs($dark / ($n * $n) * 100 - 50) / 5 + 1e-9);
}

it('scores as the rules read, module by module', function () {
    foreach ([1, 2, 6, 7, 11] as $number) {
        for ($mask = 0; $mask < MaskPattern::COUNT; $mask++) {
            $symbol = Encoder::encode(random_bytes(6), new EncodeOptions(ErrorCorrectionLevel::M, Version::of($number), $mask));
            $plane = planeOf($symbol->matrix);
            expect(Penalty::of($plane, SymbolTemplate::transpose($plane, $symbol->matrix->size()), $symbol->matrix->size()))
                ->toBe(slowPenalty($symbol->matrix));
        }
    }
});

it('chooses the mask with the lowest score', function () {
    for ($i = 0; $i < rounds(10); $i++) {
        $text = randomText(chance(1, 60));
        $scores = [];
        for ($mask = 0; $mask < MaskPattern::COUNT; $mask++) {
            $scores[$mask] = slowPenalty(Encoder::encode($text, new EncodeOptions(mask: $mask))->matrix);
        }
        expect($scores[Encoder::encode($text)->mask])->toBe(min($scores));
    }
});

it('scores a square of one colour by hand', function () {
    // Per line a run of 6: 4 points; 25 blocks of 3; all light is 50 % off, ten steps of 10.
    $plane = str_repeat(str_repeat("\0", 6)."\2", 6);
    expect(Penalty::of($plane, $plane, 6))->toBe(12 * 4 + 25 * 3 + 100);
});
