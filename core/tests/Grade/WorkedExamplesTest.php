<?php

declare(strict_types=1);

use KeenGlyph\Core\Grade\BarCharacters;
use KeenGlyph\Core\Grade\CodewordLevels;
use KeenGlyph\Core\Grade\Letter;
use KeenGlyph\Core\Grade\Scale;

/*
 * The formulas of the grading standards with figures that were worked out by hand, one row a step of the reckoning. No result here
 * comes from the program.
 */

it('grades a modulation as in a table worked by hand: 120 codewords, 25 · 4, 75 · 3, 15 · 2, 3 · 1 and 2 · 0', function (int $repairable, int $grade): void {
    $levels = [...array_fill(0, 25, 4), ...array_fill(0, 75, 3), ...array_fill(0, 15, 2), ...array_fill(0, 3, 1), ...array_fill(0, 2, 0)];
    expect(CodewordLevels::grade([$levels], $repairable))->toBe($grade);
})->with([
    // Wrong at level 4: 95, at 3: 20, at 2: 5, at 1: 2.
    '60 made good: 4 → none left, 3 → 1 − 20/60 = 67 %, a 4, so 3' => [60, 3],
    '40: 3 → 50 %, a 3, so 3' => [40, 3],
    '30: 3 → 33 %, a 1; 2 → 83 %, a 4, so 2' => [30, 2],
    '12: 3 → none; 2 → 58 %, a 3, so 2' => [12, 2],
    '6: 2 → 17 %, a 0; 1 → 67 %, a 4, so 1' => [6, 1],
    '2: 2 → none; 1 → none, so 0' => [2, 0],
]);

it('takes the block that is worst at each level', function (): void {
    // Nine can be made good in each: in the second block 3 of 9 are lost at level 4 (67 %, a 4), so the first decides: 4 of 9 (56 %, a 3).
    expect(CodewordLevels::grade([[...array_fill(0, 20, 4), ...array_fill(0, 4, 2)], [...array_fill(0, 20, 4), 0, 0, 0]], 9))->toBe(3);
});

it('grades contrast, axial and grid non-uniformity by their own limits (15415, 7.8.3, 7.8.6 and 7.8.7)', function (Scale $scale, float $value, int $grade): void {
    expect($scale->grade($value))->toBe($grade);
})->with([
    'R 84 % on 11 %: SC 73 %' => [Scale::atLeast(0.70, 0.55, 0.40, 0.20), 0.84 - 0.11, 4],
    'R 62 % on 9 %: SC 53 %' => [Scale::atLeast(0.70, 0.55, 0.40, 0.20), 0.62 - 0.09, 2],
    '0.350 mm across and 0.329 down: 0.021 / 0.3395 = 6.2 %' => [Scale::atMost(0.06, 0.08, 0.10, 0.12), abs(0.350 - 0.329) / ((0.350 + 0.329) / 2), 3],
    'a grid point 0.18 mm off where a module is 0.35: 51 %' => [Scale::atMost(0.38, 0.50, 0.63, 0.75), 0.18 / 0.35, 2],
]);

it('measures decodability of EAN by e1 and e2 (15416, 5.4.8; 15420): each at most half a module from where it should be', function (array $widths, float $value): void {
    expect(BarCharacters::decodability('ean13', array_fill(0, 12, $widths)))->toEqualWithDelta($value, 1e-9);
})->with([
    // Seven modules: e1 = first two, e2 = second and third; room is (0.5 − off) / 0.5.
    'as it should be' => [[1.0, 1.0, 3.0, 2.0], 1.0],
    'a bar wider by 0.15 of a module at its far side: e2 4.15, so 0.7' => [[1.0, 1.0, 3.15, 1.85], 0.7],
    'an edge moved by 0.3: e1 and e2 off by 0.3, so 0.4' => [[1.0, 1.3, 3.0, 1.7], 0.4],
]);

it('gives letters by the mean of ten scans (15416, 6.2)', function (array $scans, string $letter): void {
    expect(Letter::of(array_sum($scans) / count($scans))->value)->toBe($letter);
})->with([
    'nine As and a B: 3.9' => [[4, 4, 4, 4, 4, 4, 4, 4, 4, 3], 'A'], 'five As and five Bs: 3.5' => [[4, 4, 4, 4, 4, 3, 3, 3, 3, 3], 'A'],
    'four As, five Bs and an F: 3.1' => [[4, 4, 4, 4, 3, 3, 3, 3, 3, 0], 'B'], 'two Fs cost a grade: 3.2' => [[4, 4, 4, 4, 4, 4, 4, 4, 0, 0], 'B'],
]);
