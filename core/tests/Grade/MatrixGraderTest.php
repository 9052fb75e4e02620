<?php

declare(strict_types=1);

use KeenGlyph\Core\Degrade\Light;
use KeenGlyph\Core\Grade\FixedPatterns;
use KeenGlyph\Core\Grade\GradeParameter;
use KeenGlyph\Core\Grade\InformationGrade;
use KeenGlyph\Core\Grade\Letter;
use KeenGlyph\Core\Grade\MatrixGrader;
use KeenGlyph\Core\Grade\PrintGrade;
use KeenGlyph\Core\Grade\Scale;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\KnownPlaceReader;
use KeenGlyph\Core\Symbol\CodewordMap;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\FormatInformation;
use KeenGlyph\Core\Symbol\Version;
use KeenGlyph\Core\Symbol\VersionInformation;
use KeenGlyph\Core\Tests\Degrade\Labels;

/** @param  array<int, int>  $changed  grey by module, row by row, of those drawn otherwise */
function graded(array $changed = [], string $dark = '#000000', string $light = '#FFFFFF'): PrintGrade
{
    $label = Labels::composition(dark: $dark, light: $light)->printed();
    $picture = $label->picture(Light::White);
    $px = (int) round($label->modulePx());
    $pixels = $picture->pixels;
    foreach ($changed as $module => $grey) {
        [$left, $top] = [(int) $label->corners[0]->x + $px * ($module % $label->modules), (int) $label->corners[0]->y + $px * intdiv($module, $label->modules)];
        for ($y = $top; $y < $top + $px; $y++) {
            $pixels = substr_replace($pixels, str_repeat(chr($grey), $px), $y * $picture->width + $left, $px);
        }
    }
    $picture = new LuminancePlane($picture->width, $picture->height, $pixels);
    $reading = KnownPlaceReader::read($picture, Version::of(4), $label->corners);

    return MatrixGrader::grade($reading, $picture, 1.0) ?? throw new LogicException('It has a grade.');
}

function parameter(PrintGrade $grade, string $id): GradeParameter
{
    return array_values(array_filter($grade->parameters, static fn (GradeParameter $one): bool => $one->id === $id))[0];
}

/** @return list<int> a module of each of so many data codewords of the first block, which all differ */
function modulesOf(int $codewords, int $block = 0): array
{
    $map = CodewordMap::of(Version::of(4), ErrorCorrectionLevel::M);
    $found = [];
    foreach ($map->byModule as $module => $codeword) {
        if ($map->places[$codeword][0] === $block && ! isset($found[$codeword]) && count($found) < $codewords) {
            $found[$codeword] = $module;
        }
    }

    return array_values($found);
}

it('gives a clean drawing the best grade in everything', function (): void {
    $grade = graded();
    expect($grade->overall())->toBe(4.0)->and($grade->letter())->toBe(Letter::A)->and($grade->lowest())->toBeNull()->and($grade->worst)->toBe([]);
});

it('grades contrast by the reflectances of the inks', function (string $dark, float $contrast, float $grade): void {
    $one = parameter(graded(dark: $dark), 'contrast');
    expect($one->value)->toEqualWithDelta($contrast, 0.02)->and($one->grade)->toBe($grade);
})->with([
    // Light that sRGB greys send back: 0x7F 21 %, 0x9F 35 %, 0xBC 50 %, 0xD8 69 %.
    ['#000000', 1.00, 4.0], ['#7F7F7F', 0.79, 4.0], ['#9F9F9F', 0.65, 3.0], ['#BCBCBC', 0.50, 2.0], ['#D8D8D8', 0.31, 1.0],
]);

it('counts what is left of the correction: 1 − 2t / capacity, of the worst block', function (int $wrong, float $unused, float $grade): void {
    // 4-M: two blocks of 18 correction codewords, which repair nine each.
    $modules = modulesOf($wrong);
    $matrix = Labels::composition()->symbol->matrix;
    $changed = [];
    foreach ($modules as $module) {
        $changed[$module] = $matrix->isDark($module % 33, intdiv($module, 33)) ? 255 : 0;
    }
    $one = parameter(graded($changed), 'unused_correction');
    expect($one->value)->toEqualWithDelta($unused, 1e-9)->and($one->grade)->toBe($grade);
})->with([[0, 1.0, 4.0], [3, 1 - 3 / 9, 4.0], [4, 1 - 4 / 9, 3.0], [5, 1 - 5 / 9, 2.0], [6, 1 - 6 / 9, 1.0], [8, 1 - 8 / 9, 0.0]]);

it('keeps of a modulation what correction could make good', function (): void {
    $matrix = Labels::composition()->symbol->matrix;
    $module = modulesOf(1)[0];
    // A module that is half as dark as it should be: modulation about 0.1.
    $faint = static fn (int $count): array => array_fill_keys(array_filter(modulesOf(20), static fn (int $one): bool => $matrix->isDark($one % 33, intdiv($one, 33))), 180);
    $one = parameter(graded([$module => $matrix->isDark($module % 33, intdiv($module, 33)) ? 180 : 195]), 'modulation');
    expect($one->value)->toBeLessThan(0.2)->and($one->grade)->toBe(4.0)
        ->and(parameter(graded($faint(20)), 'modulation')->grade)->toBeLessThan(3.0);
});

it('grades each segment of the fixed patterns', function (array $damaged, float $grade): void {
    $isDamaged = static fn (int $column, int $row): bool => in_array([$column, $row], $damaged, true);
    expect(FixedPatterns::grade(Version::of(4), $isDamaged, 4)[0])->toBe((int) $grade);
})->with([
    'nothing' => [[], 4], 'one of a corner' => [[[0, 0]], 3], 'two' => [[[0, 0], [1, 0]], 2], 'three' => [[[0, 0], [1, 0], [2, 2]], 1], 'four' => [[[0, 0], [1, 0], [2, 2], [3, 3]], 0],
    'one of the quiet zone' => [[[-2, 3]], 3], 'one of seventeen of a timing line' => [[[10, 6]], 3], 'two' => [[[10, 6], [11, 6]], 1], 'three' => [[[10, 6], [11, 6], [12, 6]], 0], 'alignment' => [[[26, 26], [25, 25]], 3],
]);

it('has the limits of the standard on both sides of each', function (): void {
    $up = Scale::atLeast(0.70, 0.55, 0.40, 0.20);
    $down = Scale::atMost(0.06, 0.08, 0.10, 0.12);
    expect(array_map($up->grade(...), [0.71, 0.70, 0.69, 0.55, 0.40, 0.39, 0.20, 0.19]))->toBe([4, 4, 3, 3, 2, 1, 1, 0])
        ->and(array_map($down->grade(...), [0.05, 0.06, 0.07, 0.09, 0.11, 0.13]))->toBe([4, 4, 3, 2, 1, 0])
        ->and(array_map(static fn (float $grade): string => Letter::of($grade)->value, [4.0, 3.5, 3.4, 2.5, 1.5, 1.4, 0.5, 0.4]))->toBe(['A', 'A', 'B', 'B', 'C', 'D', 'D', 'F']);
});

it('points at the modules that are worst, and says what is wrong with them', function (): void {
    $matrix = Labels::composition()->symbol->matrix;
    $module = modulesOf(1)[0];
    $isDark = $matrix->isDark($module % 33, intdiv($module, 33));
    $grade = graded([$module => $isDark ? 255 : 0]);
    expect([$grade->worst[0]->column, $grade->worst[0]->row])->toBe([$module % 33, intdiv($module, 33)])->and($grade->worst[0]->why)->toBe($isDark ? 'should be dark, is light' : 'should be light, is dark');
});

it('grades both copies of the format information, and their mean', function (array $bits, float $grade): void {
    $matrix = Labels::composition()->symbol->matrix;
    $changed = [];
    foreach ($bits as [$copy, $bit]) {
        [$column, $row] = FormatInformation::places($bit, 33)[$copy];
        $changed[$row * 33 + $column] = $matrix->isDark($column, $row) ? 255 : 0;
    }
    $made = graded($changed);
    expect(parameter($made, 'format')->grade)->toBe($grade)->and($made->overall())->toBeLessThanOrEqual($grade);
})->with([
    'none' => [[], 4.0], 'one module of one copy' => [[[0, 3]], 3.0], 'two of one' => [[[1, 3], [1, 9]], 3.0], 'one of each' => [[[0, 3], [1, 3]], 3.0],
    'three of each' => [[[0, 0], [0, 3], [0, 9], [1, 1], [1, 4], [1, 12]], 1.0], 'one copy gone, one whole' => [[[0, 0], [0, 3], [0, 9], [0, 12], [0, 2]], 2.0],
]);

it('grades the version information from version 7 on', function (): void {
    $damaged = static fn (int $count): callable => static fn (int $column, int $row): bool => in_array([$column, $row], array_map(static fn (int $bit): array => VersionInformation::places($bit, 45)[0], range(0, $count - 1)), true);
    expect(InformationGrade::version(Version::of(6), $damaged(1)))->toBeNull()
        ->and(array_map(static fn (int $count): ?int => InformationGrade::version(Version::of(7), $damaged($count)), [1, 2, 3, 4]))->toBe([3, 3, 2, 2]);
});
