<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\Binariser;
use KeenGlyph\Core\Read\BitPlane;
use KeenGlyph\Core\Read\FinderDetector;
use KeenGlyph\Core\Read\FinderPattern;
use KeenGlyph\Core\Read\FinderTriple;
use KeenGlyph\Core\Read\FlatLocator;
use KeenGlyph\Core\Read\MatrixDecoder;
use KeenGlyph\Core\Read\Stage;
use KeenGlyph\Core\Read\Transform;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\FormatInformation;
use KeenGlyph\Core\Symbol\Level;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\Version;
use KeenGlyph\Core\Symbol\VersionInformation;

/** A two-tone plane drawn from rows of '#' and '.', each cell so many pixels wide. */
function drawn(array $rows, int $px): BitPlane
{
    $bits = '';
    foreach ($rows as $row) {
        $line = '';
        foreach (str_split($row) as $cell) {
            $line .= str_repeat($cell === '#' ? "\1" : "\0", $px);
        }
        $bits .= str_repeat($line, $px);
    }

    return new BitPlane(strlen($rows[0]) * $px, count($rows) * $px, $bits);
}

/** A symbol with the given modules turned over. */
function withFlipped(ModuleMatrix $matrix, array $places): ModuleMatrix
{
    $rows = $matrix->rows;
    foreach ($places as [$column, $row]) {
        $rows[$row][$column] = $rows[$row][$column] === '1' ? '0' : '1';
    }

    return new ModuleMatrix($rows);
}

it('parts two tones wherever they lie', function (int $dark, int $light) {
    $pixels = '';
    for ($i = 0; $i < 400; $i++) {
        $pixels .= chr($i % 3 === 0 ? $dark : $light);
    }
    $bits = Binariser::global(new LuminancePlane(20, 20, $pixels));
    expect($bits->bits)->toBe(strtr($pixels, chr($dark).chr($light), "\1\0"));
})->with([[0, 255], [0, 1], [100, 110], [200, 255], [254, 255], [20, 60]]);

it('keeps the threshold between noisy tones', function () {
    $pixels = '';
    $expected = '';
    for ($i = 0; $i < 10_000; $i++) {
        $isDark = random_int(0, 3) === 0;
        $pixels .= chr(($isDark ? 70 : 170) + random_int(-35, 35));
        $expected .= $isDark ? "\1" : "\0";
    }
    expect(Binariser::global(new LuminancePlane(100, 100, $pixels))->bits)->toBe($expected);
});

it('finds a finder pattern at its centre, whatever its size', function (int $px) {
    $pattern = ['...........', '...........', '..#######..', '..#.....#..', '..#.###.#..', '..#.###.#..', '..#.###.#..', '..#.....#..', '..#######..', '...........', '...........'];
    $found = FinderDetector::find(drawn($pattern, $px));
    expect($found)->toHaveCount(1)
        ->and([$found[0]->x, $found[0]->y, $found[0]->module])->toEqual([5.5 * $px, 5.5 * $px, (float) $px])
        ->and($found[0]->seen)->toBe(3 * $px);
})->with([1, 2, 3, 7, 20]);

it('is not taken in by stripes, solid squares or crosses', function (array $rows) {
    expect(FinderDetector::find(drawn($rows, 3)))->toBe([]);
})->with([
    'stripes of 1:1:3:1:1 without an end' => [array_fill(0, 11, '..#.###.#..')],
    'a solid square' => [['.........', '.#######.', '.#######.', '.#######.', '.#######.', '.#######.', '.#######.', '.#######.', '.........']],
    'a ring without a core' => [['.........', '.#######.', '.#.....#.', '.#.....#.', '.#.....#.', '.#.....#.', '.#.....#.', '.#######.', '.........']],
    'nothing' => [array_fill(0, 9, '.........')],
]);

it('orders three patterns clockwise from the corner, however they are given', function () {
    $a = new FinderPattern(10, 10, 2);
    $b = new FinderPattern(50, 10, 2);
    $c = new FinderPattern(10, 50, 2);
    foreach ([[$a, $b, $c], [$c, $a, $b], [$b, $c, $a], [$b, $a, $c]] as $given) {
        $triple = FinderTriple::of(...$given);
        expect([$triple?->topLeft, $triple?->topRight, $triple?->bottomLeft])->toBe([$a, $b, $c])
            ->and($triple?->error)->toEqualWithDelta(0.0, 1e-9);
    }
});

it('refuses three patterns that no symbol has', function (array $second, array $third, float $module) {
    expect(FinderTriple::of(new FinderPattern(10, 10, 2), new FinderPattern(...[...$second, $module]), new FinderPattern(...[...$third, 2])))->toBeNull();
})->with([
    'in a line' => [[50, 10], [90, 10], 2],
    'one twice' => [[10, 10], [10, 50], 2],
    'too close together' => [[20, 10], [10, 20], 2],
    'sides of different length' => [[100, 10], [10, 40], 2],
    'of very different size' => [[90, 10], [10, 90], 9],
]);

it('estimates the version from the distance between the patterns', function () {
    foreach ([1, 2, 7, 20, 40] as $number) {
        $distance = (4 * $number + 10) * 3;
        $triple = FinderTriple::of(new FinderPattern(30, 30, 3), new FinderPattern(30 + $distance, 30, 3), new FinderPattern(30, 30 + $distance, 3));
        expect($triple?->versions()[0]->number)->toBe($number);
    }
});

it('puts regular triples before irregular ones', function () {
    $matrix = Encoder::encode('order', new EncodeOptions(Level::H, Version::of(10)))->matrix;
    $rows = array_map(fn (string $row) => '....'.strtr($row, '01', '.#').'....', $matrix->rows);
    $blank = array_fill(0, 4, str_repeat('.', $matrix->size() + 8));
    $sighting = (new FlatLocator)->locate(drawn([...$blank, ...$rows, ...$blank], 2));
    $errors = array_map(fn (FinderTriple $triple) => $triple->error, $sighting->triples);
    $sorted = $errors;
    sort($sorted);
    expect(count($sighting->finders))->toBeGreaterThanOrEqual(3)
        ->and($errors)->toBe($sorted)
        ->and($errors[0])->toBeLessThan(0.01);
});

it('maps four points to any four others', function () {
    for ($i = 0; $i < 50; $i++) {
        $from = [[0.0, 0.0], [10.0, 0.0], [10.0, 10.0], [0.0, 10.0]];
        $to = array_map(fn (array $p) => [$p[0] * 7 + random_int(-15, 15) / 10 + 100, $p[1] * 9 + random_int(-15, 15) / 10 + 50], $from);
        $transform = Transform::fromPoints($from, $to);
        foreach ($from as $k => $point) {
            [$x, $y] = $transform->apply(...$point);
            expect($x)->toEqualWithDelta($to[$k][0], 1e-6)->and($y)->toEqualWithDelta($to[$k][1], 1e-6);
        }
    }
});

it('reads format and version information with three wrong bits in a copy, and with one copy gone', function () {
    $matrix = Encoder::encode('redundant', new EncodeOptions(Level::H, Version::of(7)))->matrix;
    $n = $matrix->size();
    for ($i = 0; $i < 20; $i++) {
        $places = [];
        foreach ((array) array_rand(range(0, 14), 3) as $bit) {
            $places = [...$places, ...FormatInformation::places($bit, $n)];
        }
        foreach ((array) array_rand(range(0, 17), 3) as $bit) {
            $places = [...$places, ...VersionInformation::places($bit, $n)];
        }
        expect(MatrixDecoder::decode(withFlipped($matrix, $places))->content->text)->toBe('redundant');
    }
    foreach ([0, 1] as $copy) {
        // One copy painted over; turning all its bits would make another valid word of it.
        $rows = $matrix->rows;
        for ($bit = 0; $bit < 15; $bit++) {
            [$column, $row] = FormatInformation::places($bit, $n)[$copy];
            $rows[$row][$column] = '0';
        }
        for ($bit = 0; $bit < 18; $bit++) {
            [$column, $row] = VersionInformation::places($bit, $n)[$copy];
            $rows[$row][$column] = '0';
        }
        expect(MatrixDecoder::decode(new ModuleMatrix($rows))->content->text)->toBe('redundant');
    }
});

it('says at which stage a matrix fails', function () {
    $matrix = Encoder::encode('stage', new EncodeOptions(Level::L, Version::of(7)))->matrix;
    $n = $matrix->size();
    $stageOf = function (ModuleMatrix $matrix): ?Stage {
        try {
            MatrixDecoder::decode($matrix);

            return null;
        } catch (Unreadable $e) {
            return $e->stage;
        }
    };
    $all = fn (callable $places, int $count) => array_merge(...array_map(fn (int $bit) => $places($bit, $n), range(0, $count - 1)));
    expect($stageOf($matrix))->toBeNull()
        ->and($stageOf(withFlipped($matrix, $all(VersionInformation::places(...), 18))))->toBe(Stage::Version)
        ->and($stageOf(withFlipped($matrix, array_map(fn (int $i) => [9 + $i % 30, 10 + intdiv($i, 30)], range(0, 800)))))->toBe(Stage::Correction);
});
