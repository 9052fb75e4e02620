<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\BarPlaces;
use KeenGlyph\Core\Read\DecidedMatrix;
use KeenGlyph\Core\Read\Failure;
use KeenGlyph\Core\Read\Finder;
use KeenGlyph\Core\Read\FinderTriplet;
use KeenGlyph\Core\Read\FinderTripletGrouper;
use KeenGlyph\Core\Read\GreySampler;
use KeenGlyph\Core\Read\GridFitter;
use KeenGlyph\Core\Read\GridMapping;
use KeenGlyph\Core\Read\GridRefiner;
use KeenGlyph\Core\Read\Homography;
use KeenGlyph\Core\Read\Landmarks;
use KeenGlyph\Core\Read\LinearReader;
use KeenGlyph\Core\Read\PairGuesser;
use KeenGlyph\Core\Read\PixelWindow;
use KeenGlyph\Core\Read\Pyramid;
use KeenGlyph\Core\Read\QrReader;
use KeenGlyph\Core\Read\ReadBudget;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\Stage;
use KeenGlyph\Core\Read\SymbolAttempt;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\Version;

const PART_TEXT = 'https://fennmoor.example/hive/7?side=left';
/** Pixels a module of the drawings here, and of their quiet zone. */
const PART_PX = 8;
const PART_QUIET = 4 * PART_PX;

function partSymbol(int $version): QrSymbol
{
    return Encoder::encode(PART_TEXT, new EncodeOptions(ErrorCorrectionLevel::M, Version::of($version)));
}

function partPyramid(QrSymbol $symbol): Pyramid
{
    return Pyramid::of((new PictureDecoder)->decode(pngOf($symbol->matrix, PART_PX, Finish::coloured(Colour::fromHex('#202020'), Colour::fromHex('#E8E8E8')))));
}

function partFinder(float $column, float $row, float $clear = 1.0): Finder
{
    return new Finder(PART_QUIET + PART_PX * $column, PART_QUIET + PART_PX * $row, PART_PX, 0.0, 0.0, PART_PX, false, $clear);
}

/** The three patterns of a drawing where they are. */
function partTriplet(int $n): FinderTriplet
{
    return FinderTripletGrouper::group([partFinder(3.5, 3.5), partFinder($n - 3.5, 3.5), partFinder(3.5, $n - 3.5)])[0];
}

function partMapping(int $n, float $right = 0.0, float $down = 0.0): GridMapping
{
    $corner = static fn (int $u, int $v): array => [PART_QUIET + PART_PX * $u + $right, PART_QUIET + PART_PX * $v + $down];

    return new GridMapping($n, Homography::fromPoints([[0, 0], [$n, 0], [$n, $n], [0, $n]], [$corner(0, 0), $corner($n, 0), $corner($n, $n), $corner(0, $n)]));
}

function partWindow(Pyramid $pyramid): PixelWindow
{
    $plane = $pyramid->level(0);

    return PixelWindow::of($plane, 0, 0, $plane->width, $plane->height);
}

it('lists the modules whose tones are known as the encoder draws them', function (int $number) {
    $symbol = partSymbol($number);
    $marks = Landmarks::of($symbol->version);
    expect(count($marks->us))->toBe(count($marks->vs))->toBe(count($marks->tones));
    $seen = [];
    foreach ($marks->us as $i => $u) {
        [$column, $row] = [(int) $u, (int) $marks->vs[$i]];
        $seen["$column $row"] = true;
        expect($symbol->matrix->isDark($column, $row))->toBe($marks->tones[$i] === -1, "$column $row");
    }
    // Three patterns with separators, two timing patterns, and the alignment patterns that stand on neither.
    $timing = 2 * ($symbol->version->modules() - 16);
    $alignment = count($symbol->version->alignmentCoordinates()) ** 2 - ($number > 1 ? 3 : 0);
    $onTiming = $number > 6 ? 2 * (count($symbol->version->alignmentCoordinates()) - 2) : 0;
    expect(count($seen))->toBe(3 * 64 + $timing + 25 * ($number > 1 ? $alignment - $onTiming : 0));
})->with([3, 4, 7, 10]);

it('samples greys in proportion between the four pixels around', function () {
    [$width, $height] = [24, 10];
    $pixels = '';
    $value = static fn (int $x, int $y): int => 10 + ($x * 7 + $y * 5) % 100;
    for ($y = 0; $y < $height; $y++) {
        for ($x = 0; $x < $width; $x++) {
            $pixels .= chr($value($x, $y));
        }
    }
    $plane = new KeenGlyph\Core\Read\GreyPlane($width, $height, $pixels);
    $window = PixelWindow::of($plane, 0, 0, $width, $height);
    [$xs, $ys, $expected] = [[], [], []];
    for ($i = 0; $i < 200; $i++) {
        [$x, $y] = [chance(50, 100 * ($width - 1)) / 100, chance(50, 100 * ($height - 1)) / 100];
        [$column, $row, $s, $t] = [(int) ($x - 0.5), (int) ($y - 0.5), fmod($x - 0.5, 1), fmod($y - 0.5, 1)];
        $xs[] = $x;
        $ys[] = $y;
        $expected[] = (1 - $t) * ((1 - $s) * $value($column, $row) + $s * $value($column + 1, $row)) + $t * ((1 - $s) * $value($column, $row + 1) + $s * $value($column + 1, $row + 1));
    }
    expect(GreySampler::greys($window, $xs, $ys))->toEqualWithDelta($expected, 1e-6)
        // Beyond the window its edge goes on.
        ->and(GreySampler::greys($window, [-9.0, 99.0], [-9.0, 99.0]))->toEqualWithDelta([$value(0, 0), $value($width - 1, $height - 1)], 0.2)
        ->and(GreySampler::nearest($plane, [0.2, 23.9], [0.2, 9.9]))->toBe([(float) $value(0, 0), (float) $value(23, 9)]);
});

it('samples every module dark or light, whatever its size', function (int $number) {
    $symbol = partSymbol($number);
    $pyramid = partPyramid($symbol);
    foreach ([0, 1, 2] as $level) {
        $plane = $pyramid->level($level);
        $window = PixelWindow::of($plane, 0, 0, $plane->width * $plane->scale, $plane->height * $plane->scale);
        $n = $symbol->version->modules();
        $scaled = static fn (int $u, int $v): array => $window->here(PART_QUIET + PART_PX * $u, PART_QUIET + PART_PX * $v);
        $soft = GreySampler::sample($window, new GridMapping($n, Homography::fromPoints([[0, 0], [$n, 0], [$n, $n], [0, $n]], [$scaled(0, 0), $scaled($n, 0), $scaled($n, $n), $scaled(0, $n)])));
        expect($soft->decided()->matrix->rows)->toBe($symbol->matrix->rows, "level $level");
    }
})->with([3, 8]);

it('moves a grid back to where the known modules stand', function (float $right, float $down) {
    $symbol = partSymbol(4);
    $n = $symbol->version->modules();
    $window = partWindow(partPyramid($symbol));
    $marks = Landmarks::of($symbol->version);
    [$moved, $fit] = (new GridRefiner($window, partMapping($n, $right, $down), $marks->us, $marks->vs))->toTones($marks->tones, [3.0, 1.5, 0.7], [0, 1, 2, 3, 4, 5, 6, 7]);
    expect($fit)->toBeGreaterThan(0.99);
    foreach ([[0.5, 0.5], [$n - 0.5, 0.5], [0.5, $n - 0.5]] as [$u, $v]) {
        $at = $moved->at($u, $v);
        // Anywhere within a module is as good as its middle in a sharp picture.
        expect(hypot($at[0] - PART_QUIET - PART_PX * $u, $at[1] - PART_QUIET - PART_PX * $v))->toBeLessThan(0.6 * PART_PX);
    }
})->with([[5.5, 0.0], [-4.0, 4.0], [0.0, -5.0]]);

it('fits the grid of a version, and tells it from the ones beside', function (int $number) {
    $symbol = partSymbol($number);
    $n = $symbol->version->modules();
    $window = partWindow(partPyramid($symbol));
    [$mapping, $fit] = GridFitter::fit($window, partTriplet($n), $symbol->version, PART_PX);
    expect($fit)->toBeGreaterThan(0.99)
        ->and($mapping->at($n - 6.5, $n - 6.5))->toEqualWithDelta([PART_QUIET + PART_PX * ($n - 6.5), PART_QUIET + PART_PX * ($n - 6.5)], 0.3 * PART_PX)
        ->and(GridFitter::timing(partPyramid($symbol)->level(0), GridFitter::first(null, partTriplet($n), $symbol->version)))->toBeGreaterThan(0.95);
    foreach ([$number - 1, $number + 1] as $other) {
        expect(GridFitter::fit($window, partTriplet($n), Version::of($other), PART_PX)[1])->toBeLessThan(0.8)
            ->and(GridFitter::timing(partPyramid($symbol)->level(0), GridFitter::first(null, partTriplet($n), Version::of($other))))->toBeLessThan(0.5);
    }
})->with([3, 5, 8]);

it('guesses the pattern that is not seen: beside two, and across from one', function (int $gone) {
    $n = 33;
    $patterns = [partFinder(3.5, 3.5), partFinder($n - 3.5, 3.5), partFinder(3.5, $n - 3.5)];
    $missing = $patterns[$gone];
    unset($patterns[$gone]);
    $triplets = PairGuesser::guess(array_values($patterns));
    $near = array_filter($triplets, static function (FinderTriplet $triplet) use ($missing): bool {
        foreach ([$triplet->topLeft, $triplet->topRight, $triplet->bottomLeft] as $finder) {
            if ($finder->clear === 0.0 && hypot($finder->x - $missing->x, $finder->y - $missing->y) < PART_PX) {
                return $triplet->isGuessed();
            }
        }

        return false;
    });
    expect($near)->not->toBe([]);
})->with([0, 1, 2]);

it('guesses nothing from one pattern, or from two of different tones', function () {
    $light = new Finder(300, PART_QUIET + 28, PART_PX, 0.0, 0.0, PART_PX, true);
    expect(PairGuesser::guess([partFinder(3.5, 3.5)]))->toBe([])->and(PairGuesser::guess([partFinder(3.5, 3.5), $light]))->toBe([]);
});

it('reads a symbol from its three patterns, and from two with the third guessed', function (int $number) {
    $symbol = partSymbol($number);
    $n = $symbol->version->modules();
    $attempt = new SymbolAttempt(partPyramid($symbol), ReadBudget::of(20_000));
    $reading = $attempt->read(partTriplet($n));
    expect($reading)->toBeInstanceOf(Reading::class)
        ->and($reading->symbol->content->text)->toBe(PART_TEXT)
        ->and($reading->frame->covers(PART_QUIET + 1, PART_QUIET + 1))->toBeTrue()
        ->and($reading->frame->covers(PART_QUIET - 9, PART_QUIET + 1))->toBeFalse();
    $texts = [];
    foreach (PairGuesser::guess([partFinder(3.5, 3.5), partFinder($n - 3.5, 3.5)]) as $triplet) {
        $result = $attempt->read($triplet, false);
        $texts[] = $result instanceof Reading ? $result->symbol->content->text : null;
    }
    expect($texts)->toContain(PART_TEXT);
})->with([3, 6]);

it('says how far it came where there is no symbol between three patterns', function () {
    $symbol = partSymbol(4);
    $blank = Pyramid::of(new LuminancePlane(400, 400, str_repeat("\xE0", 160_000)));
    $failure = (new SymbolAttempt($blank, ReadBudget::of(5_000)))->read(partTriplet(33));
    expect($failure)->toBeInstanceOf(Failure::class)->and($failure->stage)->toBe(Stage::NoGrid);
    // Half of the data are covered: the grid is there, and nothing can be repaired.
    $rows = array_map(static fn (string $row, int $i): string => $i > 8 && $i < 25 ? substr($row, 0, 9).str_repeat('1', strlen($row) - 9) : $row, $symbol->matrix->rows, array_keys($symbol->matrix->rows));
    $covered = Pyramid::of((new PictureDecoder)->decode(pngOf(new KeenGlyph\Core\Symbol\ModuleMatrix($rows), PART_PX)));
    $failure = (new SymbolAttempt($covered, ReadBudget::of(5_000)))->read(partTriplet(33));
    expect($failure)->toBeInstanceOf(Failure::class)->and($failure->stage)->toBe(Stage::Correction)->and($failure->hint())->toContain('damaged');
});

it('takes the sizes of a picture in turn, and knows which patterns are left over', function () {
    $symbol = partSymbol(3);
    $reader = new QrReader(partPyramid($symbol), ReadBudget::of(20_000));
    $reader->descend();
    expect($reader->readings())->toHaveCount(1)->and($reader->free())->toBe([])->and($reader->hasAll())->toBeTrue();
    // Of a symbol with one corner torn off two patterns are left over, and the pair is read.
    $rows = $symbol->matrix->rows;
    for ($i = 0; $i < 8; $i++) {
        $rows[$i] = substr_replace($rows[$i], '00000000', -8);
    }
    $torn = new QrReader(Pyramid::of((new PictureDecoder)->decode(pngOf(new KeenGlyph\Core\Symbol\ModuleMatrix($rows), PART_PX))), ReadBudget::of(20_000));
    $torn->descend();
    expect($torn->readings())->toBe([])->and($torn->free())->toHaveCount(2);
    $torn->pairs();
    expect(array_map(static fn (Reading $reading): string => $reading->symbol->content->text, $torn->readings()))->toBe([PART_TEXT]);
});

it('finds no bars in a symbol of modules', function () {
    $pyramid = partPyramid(partSymbol(5));
    $linear = new LinearReader;
    expect($linear->level($pyramid, ReadBudget::of(5_000), [], BarPlaces::anywhere()))->toBe([])->and($linear->everyAngle($pyramid, ReadBudget::of(5_000)))->toBe([]);
});

it('turns what was decided over its diagonal, sureness and all', function () {
    $symbol = partSymbol(3);
    $n = $symbol->version->modules();
    $sureness = array_map(static fn (int $i): float => $i / ($n * $n), range(0, $n * $n - 1));
    $decided = new DecidedMatrix($symbol->matrix, $sureness);
    $turned = $decided->transposed();
    for ($i = 0; $i < 50; $i++) {
        [$column, $row] = [chance(0, $n - 1), chance(0, $n - 1)];
        expect($turned->matrix->isDark($row, $column))->toBe($symbol->matrix->isDark($column, $row))
            ->and($turned->sureness[$column * $n + $row])->toBe($sureness[$row * $n + $column]);
    }
    expect($turned->transposed())->toEqual($decided);
});
