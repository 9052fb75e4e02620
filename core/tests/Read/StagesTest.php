<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\BitPlane;
use KeenGlyph\Core\Read\CoreRule;
use KeenGlyph\Core\Read\CylinderModel;
use KeenGlyph\Core\Read\Finder;
use KeenGlyph\Core\Read\FinderScan;
use KeenGlyph\Core\Read\FinderTripletGrouper;
use KeenGlyph\Core\Read\GreyPlane;
use KeenGlyph\Core\Read\Homography;
use KeenGlyph\Core\Read\MatrixDecoder;
use KeenGlyph\Core\Read\Pyramid;
use KeenGlyph\Core\Read\Stage;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Read\VainPlaces;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\FormatInformation;
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

/** The grey picture of such rows. */
function greys(array $rows, int $px, int $dark = 30, int $light = 220): LuminancePlane
{
    $plane = drawn($rows, $px);

    return new LuminancePlane($plane->width, $plane->height, strtr($plane->bits, "\1\0", chr($dark).chr($light)));
}

const PATTERN = ['...........', '...........', '..#######..', '..#.....#..', '..#.###.#..', '..#.###.#..', '..#.###.#..', '..#.....#..', '..#######..', '...........', '...........'];

it('parts two tones wherever they lie', function (int $dark, int $light) {
    $plane = greys(array_map(fn (string $row) => str_repeat($row, 4), [...PATTERN, ...PATTERN]), 4, $dark, $light);
    expect(Pyramid::of($plane)->bits(0)->bits)->toBe(strtr($plane->pixels, chr($dark).chr($light), "\1\0"));
})->with([[0, 255], [100, 110], [200, 255], [20, 60]]);

it('keeps apart what a shadow and a slope of light lay together', function () {
    $rows = array_map(fn (string $row) => str_repeat($row, 8), array_merge(...array_fill(0, 8, PATTERN)));
    $plane = greys($rows, 4);
    $pixels = '';
    for ($i = 0; $i < strlen($plane->pixels); $i++) {
        [$x, $y] = [$i % $plane->width, intdiv($i, $plane->width)];
        $pixels .= chr((int) (ord($plane->pixels[$i]) * (1 - 0.6 * $x / $plane->width) * ($y > 170 ? 0.45 : 1)));
    }
    $bits = Pyramid::of(new LuminancePlane($plane->width, $plane->height, $pixels))->bits(0)->bits;
    $wrong = 0;
    for ($i = 0; $i < strlen($pixels); $i++) {
        $wrong += ($bits[$i] === "\1") === (ord($plane->pixels[$i]) < 100) ? 0 : 1;
    }
    // Along a sharp shadow's edge, and there alone, the dark side is taken for dark.
    expect($wrong / strlen($pixels))->toBeLessThan(0.06);
});

it('calls a picture of one tone light, however noisy it is', function () {
    $pixels = '';
    for ($i = 0; $i < 40_000; $i++) {
        $pixels .= chr(128 + chance(-1, 1));
    }
    // Two dark and two light pixels keep the stretch from taking the noise for the picture.
    $pixels = str_repeat("\0", 200).str_repeat("\xFF", 200).substr($pixels, 400);
    $bits = Pyramid::of(new LuminancePlane(200, 200, $pixels))->bits(0);
    expect(substr_count(substr($bits->bits, 200 * 100), "\1"))->toBe(0);
});

it('halves and doubles a picture without moving it', function () {
    $plane = GreyPlane::of(greys(PATTERN, 8));
    $half = $plane->halved($plane->rows());
    expect([$half->width, $half->height, $half->scale])->toBe([48, 44, 2.0]);
    for ($i = 0; $i < 40; $i++) {
        [$x, $y] = [chance(0, 43), chance(0, 43)];
        expect(ord($half->pixels[$y * $half->width + $x]))->toEqualWithDelta(ord($plane->pixels[2 * $y * $plane->width + 2 * $x]), 1);
    }
    $double = $plane->doubled();
    expect([$double->width, $double->height, $double->scale])->toBe([176, 176, 0.5]);
    foreach ([[10, 10], [40, 44], [44, 20], [70, 44]] as [$x, $y]) {
        expect(ord($double->pixels[2 * $y * $double->width + 2 * $x]))->toEqualWithDelta(ord($plane->pixels[$y * $plane->width + $x]), 2);
    }
});

it('brings out what a blur has levelled', function () {
    $picture = '';
    for ($i = 0; $i < 64 * 64; $i++) {
        $picture .= chr((int) (128 + 60 * sin(($i % 64) * M_PI / 2)));
    }
    $flat = substr_replace($picture, str_repeat("\0", 40).str_repeat("\xFF", 40), 0, 80);
    $plane = GreyPlane::of(new LuminancePlane(64, 64, $flat));
    $swing = fn (GreyPlane $plane) => max(array_map(ord(...), str_split(substr($plane->pixels, 64 * 30, 64)))) - min(array_map(ord(...), str_split(substr($plane->pixels, 64 * 30, 64))));
    expect($swing($plane->sharpened()))->toBeGreaterThan(1.3 * $swing($plane));
});

it('finds a finder pattern at its centre, whatever its size', function (int $px) {
    $found = FinderScan::find(drawn(PATTERN, $px), 1, 11);
    expect($found)->toHaveCount(1)
        ->and([$found[0]->x, $found[0]->y])->toEqualWithDelta([5.5 * $px, 5.5 * $px], 0.35)
        ->and($found[0]->module())->toEqualWithDelta((float) $px, 0.06 * $px + 0.1)
        ->and($found[0]->light)->toBeFalse()
        ->and($found[0]->clear)->toBeGreaterThan(0.97);
})->with([2, 3, 7, 20]);

it('tells how a finder pattern is turned, stretched and slanted', function (float $degrees, float $squeeze, float $slant) {
    $px = 9.0;
    [$c, $s] = [cos(deg2rad($degrees)), sin(deg2rad($degrees))];
    $u = [$px * $c, $px * $s];
    $v = [$px * $squeeze * (-$s + $slant * $c), $px * $squeeze * ($c + $slant * $s)];
    $area = $u[0] * $v[1] - $u[1] * $v[0];
    $bits = '';
    for ($y = 0; $y < 160; $y++) {
        for ($x = 0; $x < 160; $x++) {
            [$dx, $dy] = [$x + 0.5 - 80, $y + 0.5 - 80];
            $out = max(abs(($dx * $v[1] - $dy * $v[0]) / $area), abs(($dy * $u[0] - $dx * $u[1]) / $area));
            $bits .= $out < 1.5 || ($out > 2.5 && $out < 3.5) ? "\1" : "\0";
        }
    }
    $found = FinderScan::find(new BitPlane(160, 160, $bits), 1, 11);
    expect($found)->toHaveCount(1);
    $finder = $found[0]->facing(...$u, ...$v);
    expect([$finder->x, $finder->y])->toEqualWithDelta([80.0, 80.0], 0.5)
        ->and([$finder->ux, $finder->uy])->toEqualWithDelta($u, 1.8)
        ->and([$finder->vx, $finder->vy])->toEqualWithDelta($v, 1.8);
})->with([[0.0, 1.0, 0.0], [17.0, 1.0, 0.0], [45.0, 1.0, 0.0], [73.0, 0.6, 0.0], [120.0, 0.75, 0.25], [200.0, 0.5, 0.0]]);

it('finds patterns that are light on dark, and says so', function () {
    $bits = drawn(PATTERN, 5);
    $found = FinderScan::find(new BitPlane($bits->width, $bits->height, strtr($bits->bits, "\0\1", "\1\0")), 1, 11);
    expect($found)->toHaveCount(1)->and($found[0]->light)->toBeTrue();
});

it('is not taken in by stripes, solid squares or rings', function (array $rows) {
    expect(FinderScan::find(drawn($rows, 3), 1, 11))->toBe([]);
})->with([
    'stripes of 1:1:3:1:1 without an end' => [array_fill(0, 11, '..#.###.#..')],
    'a solid square' => [['.........', '.#######.', '.#######.', '.#######.', '.#######.', '.#######.', '.#######.', '.#######.', '.........']],
    'a ring without a core' => [['.........', '.#######.', '.#.....#.', '.#.....#.', '.#.....#.', '.#.....#.', '.#.....#.', '.#######.', '.........']],
    'nothing' => [array_fill(0, 9, '.........')],
]);

it('puts three patterns in order from the corner and counts the modules between them', function (float $degrees, int $number) {
    $module = 3.0;
    $span = (4 * $number + 10);
    $turn = deg2rad($degrees);
    $at = fn (float $u, float $v) => new Finder(400 + $module * ($u * cos($turn) - $v * sin($turn)), 400 + $module * ($u * sin($turn) + $v * cos($turn)), $module * cos($turn), $module * sin($turn), -$module * sin($turn), $module * cos($turn), false);
    [$a, $b, $c] = [$at(0, 0), $at($span, 0), $at(0, $span)];
    foreach ([[$a, $b, $c], [$c, $a, $b], [$b, $a, $c]] as $given) {
        $triplet = FinderTripletGrouper::group($given)[0];
        expect([$triplet->topLeft->x, $triplet->topRight->x, $triplet->bottomLeft->x])->toEqualWithDelta([$a->x, $b->x, $c->x], 1e-6)
            ->and($triplet->modules)->toEqualWithDelta((float) $span, 1e-6)
            ->and($triplet->error)->toBeLessThan(1e-6)
            ->and($triplet->topRight->local($triplet->topLeft->x, $triplet->topLeft->y)[0])->toEqualWithDelta(-$span, 1e-6);
    }
})->with([[0.0, 1], [31.0, 2], [90.0, 7], [145.0, 20], [270.0, 40]]);

it('counts the modules between two patterns under perspective', function () {
    $map = Homography::fromPoints([[0, 0], [40, 0], [40, 40], [0, 40]], [[100, 100], [420, 130], [400, 370], [110, 440]]);
    $finder = function (float $u, float $v) use ($map): Finder {
        [$x, $y] = $map->apply($u, $v);
        [$left, $right, $above, $below] = [$map->apply($u - 1, $v), $map->apply($u + 1, $v), $map->apply($u, $v - 1), $map->apply($u, $v + 1)];

        return new Finder($x, $y, ($right[0] - $left[0]) / 2, ($right[1] - $left[1]) / 2, ($below[0] - $above[0]) / 2, ($below[1] - $above[1]) / 2, false);
    };
    $triplet = FinderTripletGrouper::group([$finder(3.5, 3.5), $finder(36.5, 3.5), $finder(3.5, 36.5)])[0];
    expect($triplet->modules)->toEqualWithDelta(33.0, 0.3);
});

it('refuses three patterns that no symbol has', function (array $second, array $third, float $module) {
    $at = fn (float $x, float $y, float $module = 2) => new Finder($x, $y, $module, 0, 0, $module, false);
    expect(FinderTripletGrouper::group([$at(10, 10), $at(...[...$second, $module]), $at(...$third)]))->toBe([]);
})->with([
    'in a line' => [[50, 10], [90, 10], 2],
    'too close together' => [[20, 10], [10, 20], 2],
    'sides of different length' => [[100, 10], [10, 40], 2],
    'of very different size' => [[90, 10], [10, 90], 9],
]);

it('comes nearest to many points that do not agree', function () {
    $true = Homography::fromPoints([[0, 0], [30, 0], [30, 30], [0, 30]], [[50, 40], [300, 60], [280, 310], [40, 290]]);
    [$from, $to] = [[], []];
    for ($i = 0; $i < 60; $i++) {
        $from[] = $point = [chance(0, 300) / 10, chance(0, 300) / 10];
        [$x, $y] = $true->apply(...$point);
        $to[] = [$x + chance(-10, 10) / 10, $y + chance(-10, 10) / 10];
    }
    $found = Homography::nearest($from, $to, array_fill(0, 60, 1.0));
    foreach ([[0, 0], [30, 0], [15, 15], [30, 30]] as $point) {
        expect($found->apply(...$point))->toEqualWithDelta($true->apply(...$point), 1.2);
    }
});

it('crowds modules towards the ends of a roll and keeps its ends', function () {
    $cylinder = CylinderModel::ofRatio(29, false, 0.6, 2.0);
    expect($cylinder->flat(3.5, 10))->toEqualWithDelta([3.5, 10.0], 1e-6)
        ->and($cylinder->flat(25.5, 10))->toEqualWithDelta([25.5, 10.0], 1e-6)
        ->and($cylinder->flat(14.5, 14.5))->toEqualWithDelta([14.5, 16.5], 1e-6);
    $end = $cylinder->flat(4.0, 0)[0] - $cylinder->flat(3.0, 0)[0];
    $middle = $cylinder->flat(15.0, 0)[0] - $cylinder->flat(14.0, 0)[0];
    // Narrower than the ratio alone would have it: the ends stand farther from the camera as well.
    expect($end)->toBeLessThan(0.6)->toBeGreaterThan(0.45)->and($middle)->toBeGreaterThan(1.2);
});

it('maps four points to any four others', function () {
    for ($i = 0; $i < 50; $i++) {
        $from = [[0.0, 0.0], [10.0, 0.0], [10.0, 10.0], [0.0, 10.0]];
        $to = array_map(fn (array $p) => [$p[0] * 7 + chance(-15, 15) / 10 + 100, $p[1] * 9 + chance(-15, 15) / 10 + 50], $from);
        $transform = Homography::fromPoints($from, $to);
        foreach ($from as $k => $point) {
            [$x, $y] = $transform->apply(...$point);
            expect($x)->toEqualWithDelta($to[$k][0], 1e-6)->and($y)->toEqualWithDelta($to[$k][1], 1e-6);
        }
    }
});

it('reads format and version information with three wrong bits in a copy, and with one copy gone', function () {
    $matrix = Encoder::encode('redundant', new EncodeOptions(ErrorCorrectionLevel::H, Version::of(7)))->matrix;
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
    $matrix = Encoder::encode('stage', new EncodeOptions(ErrorCorrectionLevel::L, Version::of(7)))->matrix;
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

it('counts places in vain by their size, and by the megapixel', function () {
    $count = static function (int $pixels, callable $long): int {
        $places = new VainPlaces(CoreRule::plain(), $pixels);
        for ($n = 0; $n < 20_000 && $places->isWorth($long($n)) && $places->probe($long($n), false); $n++) {
        }

        return $n;
    };
    // A page full of letters has 620 of one size a megapixel: more of them are looked at.
    $one = $count(1_000_000, static fn (): int => 40);
    $four = $count(4_000_000, static fn (): int => 40);
    expect($one)->toBeGreaterThan(620)->toBeLessThan(2_000)->and($four)->toBeGreaterThan(4 * 620)
        // Lengths that are nearly alike are of one size, others are not.
        ->and($count(1_000_000, static fn (int $n): int => 40 + $n % 3))->toBe($one)
        ->and($count(1_000_000, static fn (int $n): int => [20, 40, 80][$n % 3]))->toBeGreaterThan(2 * $one);
    $places = new VainPlaces(CoreRule::damaged(), 1_000_000);
    $isLooked = array_map(static fn (): bool => $places->look(), range(1, 10_000));
    expect($isLooked[0])->toBeTrue()->and(end($isLooked))->toBeFalse();
});
