<?php

declare(strict_types=1);

use KeenGlyph\Bench\Reading\Canvas;
use KeenGlyph\Bench\Reading\Chance;
use KeenGlyph\Bench\Reading\Scene;
use KeenGlyph\Bench\Reading\Surface;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\BlurModel;
use KeenGlyph\Core\Read\BlurredField;
use KeenGlyph\Core\Read\BlurredMatrix;
use KeenGlyph\Core\Read\GreySampler;
use KeenGlyph\Core\Read\GridMapping;
use KeenGlyph\Core\Read\GridStep;
use KeenGlyph\Core\Read\KnownTones;
use KeenGlyph\Core\Read\LensBlur;
use KeenGlyph\Core\Read\MatrixDecoder;
use KeenGlyph\Core\Read\PixelWindow;
use KeenGlyph\Core\Read\Pyramid;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\SoftTones;
use KeenGlyph\Core\Read\TurnedTones;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\Version;

const LENS_MODULE = 5.0;

/** A scene with one symbol, seen a little askew and through a lens out of focus. */
function lensScene(string $spot, float $modules, int $version, float $tilt = 8.0): array
{
    $scene = new Scene(new Chance("lens $spot $modules $version"), Canvas::plain(340, 340, 190), 1.0);
    $surface = $scene->symbol(turn: 25, tilt: $tilt, size: LENS_MODULE, version: $version, level: ErrorCorrectionLevel::M, x: 170, y: 170);
    $spot === 'disc' ? $scene->disc($modules * LENS_MODULE) : $scene->gaussian($modules * LENS_MODULE);
    $scene->noise(1.5);

    return [$scene, $surface];
}

/** The grid where it truly lies, its corners moved by so many modules. */
function lensGrid(PixelWindow $window, Surface $surface, int $modules, array $off = [[0, 0], [0, 0], [0, 0], [0, 0]]): GridMapping
{
    $corners = [];
    foreach ([[0, 0], [$modules, 0], [0, $modules], [$modules, $modules]] as $i => [$u, $v]) {
        $corners[] = $window->here(...$surface->forth($u + 4 + $off[$i][0], $v + 4 + $off[$i][1]));
    }

    return GridMapping::between($modules, $corners);
}

function lensPlane(Scene $scene): LuminancePlane
{
    return (new PictureDecoder)->decode($scene->canvas->bytes('png', 90));
}

function lensWindow(Scene $scene): PixelWindow
{
    $plane = Pyramid::of(lensPlane($scene))->whole()->level(0);

    return PixelWindow::of($plane, 0, 0, 340, 340);
}

/** How far the corners of one grid lie from those of another, at most, in modules. */
function lensOff(GridMapping $one, GridMapping $other): float
{
    $most = 0.0;
    foreach ([[0, 0], [$one->modules, 0], [0, $one->modules], [$one->modules, $one->modules]] as [$u, $v]) {
        [$x, $y] = $one->at($u, $v);
        [$p, $q] = $other->at($u, $v);
        $most = max($most, hypot($x - $p, $y - $q) / LENS_MODULE);
    }

    return $most;
}

/** @return array<int, int> the symbol's tones, laid out as the known ones are */
function tonesOf(QrSymbol $symbol): array
{
    $known = KnownTones::of($symbol->version);
    $tones = $known->field;
    foreach ($known->places as $i => $at) {
        $tones[$at] = $symbol->matrix->rows[intdiv($i, $symbol->matrix->size())][$i % $symbol->matrix->size()] === '1' ? -1 : 1;
    }

    return $tones;
}

it('spreads a point over the modules around, alike on all sides, and loses nothing', function (string $spot, float $size): void {
    $weights = LensBlur::on(GridMapping::between(21, [[0, 0], [84, 0], [0, 84], [84, 84]]))->weights($spot, $size);
    $side = BlurModel::SIDE;
    expect($weights)->toHaveCount($side ** 2)
        // A bell's tail reaches a little further than is counted.
        ->and(array_sum($weights))->toBeGreaterThan(0.97)->toBeLessThan(1.0001)
        ->and(min($weights))->toBeGreaterThanOrEqual(0.0);
    for ($row = 0; $row < $side; $row++) {
        for ($column = 0; $column < $side; $column++) {
            $here = $weights[$row * $side + $column];
            expect($weights[($side - 1 - $row) * $side + $side - 1 - $column])->toEqualWithDelta($here, 1e-12)
                ->and($weights[$column * $side + $row])->toEqualWithDelta($here, 0.01)
                // The further off the less, along a row.
                ->and($column < BlurModel::REACH ? $weights[$row * $side + $column + 1] >= $here - 0.02 : true)->toBeTrue();
        }
    }
})->with([['bell', 0.3], ['bell', 0.7], ['bell', 1.1], ['disc', 0.5], ['disc', 1.0], ['disc', 1.8]]);

it('has the spread that a bell of that size has', function (float $sigma): void {
    $weights = LensBlur::on(GridMapping::between(21, [[0, 0], [84, 0], [0, 84], [84, 84]]))->weights('bell', $sigma);
    $variance = 0.0;
    foreach ($weights as $k => $weight) {
        $variance += $weight * ($k % BlurModel::SIDE - BlurModel::REACH) ** 2;
    }
    // Variances add up: of the bell, the module, and the square over which its grey is taken.
    expect($variance)->toEqualWithDelta($sigma ** 2 + 1 / 12 + GreySampler::AVERAGED ** 2 / 12, 0.12 * $sigma ** 2 + 0.02);
})->with([0.6, 0.75, 0.9]);

it('draws a spot out as the grid is drawn out', function (): void {
    // Twice as wide as high: across, a spot reaches half as many modules.
    $weights = LensBlur::on(GridMapping::between(10, [[0, 0], [80, 0], [0, 40], [80, 40]]))->weights('bell', 0.8);
    [$across, $down] = [0.0, 0.0];
    foreach ($weights as $k => $weight) {
        $across += $weight * ($k % BlurModel::SIDE - BlurModel::REACH) ** 2;
        $down += $weight * (intdiv($k, BlurModel::SIDE) - BlurModel::REACH) ** 2;
    }
    $sampled = 1 / 12 + GreySampler::AVERAGED ** 2 / 12;
    expect(($down - $sampled) / ($across - $sampled))->toBeGreaterThan(3.0)->toBeLessThan(5.0);
    // A grid without area has no directions.
    expect(array_sum(LensBlur::on(GridMapping::between(10, [[0, 0], [0, 0], [0, 0], [0, 0]]))->weights('disc', 0.5)))->toEqualWithDelta(1.0, 1e-9);
});

it('averages a module over a square of known side', function (): void {
    // A slope of one grey every four pixels: the mean over a square is the grey at its middle.
    $pixels = '';
    for ($y = 0; $y < 64; $y++) {
        for ($x = 0; $x < 64; $x++) {
            $pixels .= chr(40 + $x + intdiv($y, 2));
        }
    }
    $window = PixelWindow::of(Pyramid::of(new LuminancePlane(64, 64, $pixels))->whole()->level(0), 0, 0, 64, 64);
    $grid = GridMapping::between(8, [[6, 6], [50, 12], [3, 47], [47, 53]]);
    $averaged = GreySampler::averaged($window, $grid)->greys;
    [$xs, $ys] = $grid->middles();
    foreach (GreySampler::greys($window, $xs, $ys) as $i => $grey) {
        expect($averaged[$i])->toEqualWithDelta($grey, 0.8);
    }
    expect($averaged)->toHaveCount(64);
});

it('finds the kind and the size of the spot from the known modules alone', function (string $spot, float $size): void {
    [$scene, $surface] = lensScene($spot, $size, 4);
    $window = lensWindow($scene);
    $grid = lensGrid($window, $surface, 33);
    $greys = GreySampler::averaged($window, $grid)->greys;
    $lens = LensBlur::on($grid);
    $model = BlurModel::likeliest($greys, KnownTones::of(Version::of(4))->field, 33, $lens);
    expect($model?->isLens)->toBeTrue();
    $weights = $lens->weights($spot, $size);
    $scale = array_sum($model->weights) / array_sum($weights);
    foreach ($weights as $k => $weight) {
        expect($model->weights[$k])->toEqualWithDelta($scale * $weight, 0.02 * $scale);
    }
})->with([['bell', 0.6], ['bell', 0.8], ['disc', 1.1], ['disc', 1.4]]);

it('leaves weights free where no lens explains them, and knows nothing without known modules', function (): void {
    $symbol = Encoder::encode('https://fennmoor.example/', new EncodeOptions(version: Version::of(3)));
    $lens = LensBlur::on(GridMapping::between(29, [[0, 0], [116, 0], [0, 116], [116, 116]]));
    $moved = blurredGreys($symbol, weightsOf(moved(2.4, 0.4)), 0.3)->greys;
    $model = BlurModel::likeliest($moved, KnownTones::of($symbol->version)->field, 29, $lens);
    expect($model?->isLens)->toBeFalse()
        ->and(BlurModel::likeliest(array_fill(0, 49, 50.0), array_fill(0, (7 + 2 * BlurModel::REACH) ** 2, 0), 7, $lens))->toBeNull();
    // A small spot leaves single modules to be told: that is done better with dark and light alone.
    $small = blurredGreys($symbol, weightsOf(gaussian(0.3)), 0.3)->greys;
    expect(BlurModel::likeliest($small, KnownTones::of($symbol->version)->field, 29, $lens)?->isLens)->toBeFalse();
});

it('tells modules through a bell behind which neighbours differ by less than a grey', function (string $spot, float $size): void {
    [$scene, $surface] = lensScene($spot, $size, 4);
    $window = lensWindow($scene);
    $grid = lensGrid($window, $surface, 33);
    $seen = BlurredMatrix::solve(GreySampler::averaged($window, $grid), Version::of(4), LensBlur::on($grid));
    expect($seen?->isSoft)->toBeTrue()
        ->and(MatrixDecoder::decode($seen->decided->matrix, $seen->decided->sureness)->content->text)->toBe($scene->texts[0])
        ->and(min($seen->decided->sureness))->toBeGreaterThanOrEqual(0.0)
        ->and(max($seen->decided->sureness))->toBeLessThanOrEqual(0.5);
})->with([['bell', 0.7], ['bell', 0.8], ['disc', 1.2], ['disc', 1.5]]);

it('leaves less of the greys than any tones that are only dark and light', function (): void {
    [$scene, $surface] = lensScene('bell', 0.75, 2);
    $symbol = Encoder::encode($scene->texts[0], new EncodeOptions(ErrorCorrectionLevel::M, Version::of(2)));
    $window = lensWindow($scene);
    $grid = lensGrid($window, $surface, 25);
    $greys = GreySampler::averaged($window, $grid)->greys;
    $model = BlurModel::likeliest($greys, KnownTones::of($symbol->version)->field, 25, LensBlur::on($grid));
    $field = BlurredField::of($greys, $symbol->version, $model);
    $tones = SoftTones::of($field);
    $true = tonesOf($symbol);
    $power = static fn (array $left): float => array_sum(array_map(static fn (float $x): float => $x * $x, $left));
    expect($power($field->left($tones)))->toBeLessThan($power($field->left($true)) * 1.02);
    foreach ($tones as $at => $tone) {
        expect(abs($tone))->toBeLessThanOrEqual(1.0);
        // What is known stays as it is.
        if ($field->known->field[$at] !== 0) {
            expect($tone)->toBe((float) $field->known->field[$at]);
        }
    }
    // What is left over and what was predicted make up the greys.
    $left = $field->left($tones);
    foreach ($field->predicted($left) as $i => $grey) {
        expect($grey + $left[$field->known->places[$i]])->toEqualWithDelta($greys[$i], 1e-9);
    }
});

it('turns single modules and pairs back to where they were', function (): void {
    $symbol = Encoder::encode('https://fennmoor.example/jar/7', new EncodeOptions(ErrorCorrectionLevel::Q, Version::of(3)));
    $greys = blurredGreys($symbol, weightsOf(gaussian(0.45)), 0.2)->greys;
    $true = tonesOf($symbol);
    $field = BlurredField::of($greys, $symbol->version, BlurModel::learn($greys, $true, 29));
    $unknown = $field->unknown();
    $tones = $true;
    for ($i = 0; $i < 12; $i++) {
        $at = $unknown[chance(0, count($unknown) - 1)];
        $tones[$at] = -$tones[$at];
        if (in_array($at + 1, $unknown, true)) {
            $tones[$at + 1] = -$tones[$at + 1];
        }
    }
    $turned = TurnedTones::from($field, $tones);
    expect($turned->tones)->toBe($true);
    foreach ($unknown as $at) {
        expect($turned->sureness($at))->toBeGreaterThan(0.2)->toBeLessThanOrEqual(0.5);
    }
});

it('moves a grid that lies off to where the greys are as they should be', function (array $off): void {
    [$scene, $surface] = lensScene('bell', 0.6, 3, 0.0);
    $symbol = Encoder::encode($scene->texts[0], new EncodeOptions(ErrorCorrectionLevel::M, Version::of(3)));
    $window = lensWindow($scene);
    $true = lensGrid($window, $surface, 29);
    $greys = GreySampler::averaged($window, $true)->greys;
    $field = BlurredField::of($greys, $symbol->version, BlurModel::learn($greys, tonesOf($symbol), 29));
    $wanted = $field->predicted($field->left(tonesOf($symbol)));
    $grid = lensGrid($window, $surface, 29, $off);
    $before = lensOff($grid, $true);
    for ($step = 0; $step < 5; $step++) {
        $grid = GridStep::towards($window, $grid, GreySampler::averaged($window, $grid)->greys, $wanted);
    }
    expect($before)->toBeGreaterThan(0.15)->and(lensOff($grid, $true))->toBeLessThan(0.04);
})->with([
    'one corner' => [[[0, 0], [0, 0], [0, 0], [0.5, -0.4]]],
    'all to one side' => [[[0.3, 0.1], [0.3, 0.1], [0.3, 0.1], [0.3, 0.1]]],
    'a little larger' => [[[-0.2, -0.2], [0.2, -0.2], [-0.2, 0.2], [0.2, 0.2]]],
]);

it('holds the corners that are not to move, moves none further than slopes reach, and stays where nothing tells', function (): void {
    [$scene, $surface] = lensScene('bell', 0.6, 3, 0.0);
    $window = lensWindow($scene);
    $grid = lensGrid($window, $surface, 29, [[0, 0], [0, 0], [0, 0], [0.5, 0.5]]);
    $greys = GreySampler::averaged($window, lensGrid($window, $surface, 29))->greys;
    $now = GreySampler::averaged($window, $grid)->greys;
    $three = GridStep::towards($window, $grid, $now, $greys, corners: 3);
    expect($three->at(29, 29))->toEqualWithDelta($grid->at(29, 29), 1e-6);
    $far = GridStep::towards($window, $grid, $now, array_reverse($greys), 50.0);
    expect(lensOff($far, $grid))->toBeLessThanOrEqual(0.41);
    $few = GridStep::towards($window, $grid, $now, [0 => 40.0, 5 => 60.0]);
    expect($few)->toBe($grid)
        ->and(GridStep::towards($window, GridMapping::between(29, array_fill(0, 4, [5.0, 5.0])), $now, $greys)->at(29, 29))->toEqual([5.0, 5.0]);
});

it('reads a bell of three quarters of a module where no threshold tells two modules apart', function (): void {
    [$scene] = lensScene('bell', 0.75, 3);
    $outcome = (new Reader)->read(lensPlane($scene), new ReadOptions(budgetMs: 10_000));
    expect(array_map(static fn (Reading $reading): string => $reading->symbol->content->text, $outcome->readings))->toBe($scene->texts);
});
