<?php

declare(strict_types=1);

use KeenGlyph\Core\Grade\ReflectanceGrid;
use KeenGlyph\Core\Grade\ScanProfile;
use KeenGlyph\Core\Grade\WorstArea;
use KeenGlyph\Core\Image\BetweenPixels;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\GridGeometry;
use KeenGlyph\Core\Read\GridMapping;
use KeenGlyph\Core\Read\PixelWindow;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Read\Pyramid;

/** Reflectance that grows with the grey, 0 to 1. */
function evenly(): array
{
    return array_map(static fn (int $grey): float => $grey / 255, range(0, 255));
}

/** Modules drawn eight pixels wide, with so many light modules around. */
function drawnModules(array $rows, int $quiet, int $dark = 0, int $light = 255): LuminancePlane
{
    $side = (count($rows) + 2 * $quiet) * 8;
    $pixels = '';
    for ($y = 0; $y < $side; $y++) {
        for ($x = 0; $x < $side; $x++) {
            $pixels .= chr(($rows[intdiv($y, 8) - $quiet][intdiv($x, 8) - $quiet] ?? '0') === '1' && $x >= 8 * $quiet && $y >= 8 * $quiet ? $dark : $light);
        }
    }

    return new LuminancePlane($side, $side, $pixels);
}

/** The grid of such a drawing. */
function drawnGeometry(LuminancePlane $plane, int $modules, int $quiet, bool $mirrored = false): GridGeometry
{
    $window = PixelWindow::of(Pyramid::of($plane)->level(0), 0, 0, $plane->width, $plane->height);
    [$from, $to] = [8 * $quiet, 8 * ($quiet + $modules)];

    return GridGeometry::of($window, GridMapping::between($modules, [[$from, $from], [$to, $from], [$from, $to], [$to, $to]]), $mirrored);
}

it('measures each module through a round aperture within it', function (): void {
    $rows = ['101', '010', '110'];
    $plane = drawnModules($rows, 4, 51, 204);
    $grid = ReflectanceGrid::of($plane, drawnGeometry($plane, 3, 4), evenly());
    foreach (str_split(implode('', $rows)) as $i => $module) {
        expect($grid->modulesSeen[$i])->toEqualWithDelta($module === '1' ? 0.2 : 0.8, 1e-6);
    }
    expect($grid->modules)->toBe(3)
        ->and([$grid->lightest, $grid->darkest])->toEqualWithDelta([0.8, 0.2], 1e-6)
        ->and($grid->threshold())->toEqualWithDelta(0.5, 1e-6)
        ->and($grid->contrast())->toEqualWithDelta(0.6, 1e-6)
        // One for a module at either end, nought at the threshold.
        ->and([$grid->modulation(0.8), $grid->modulation(0.2), $grid->modulation(0.5), $grid->modulation(0.35)])->toEqualWithDelta([1.0, 1.0, 0.0, 0.5], 1e-6);
});

it('goes round the quiet zone module by module, each ring whole', function (): void {
    $plane = drawnModules(['1'], 4);
    $grid = ReflectanceGrid::of($plane, drawnGeometry($plane, 1, 4), evenly());
    expect(array_map(count(...), $grid->quiet))->toBe([12, 20, 28, 36])
        ->and(min(array_merge(...$grid->quiet)))->toBe(1.0);
    // Ink in the third module out is seen in that ring alone.
    $spoiled = drawnModules(['0000000', '0000000', '0000000', '0001000', '0000000', '0000000', '0001000'], 1);
    $rings = ReflectanceGrid::of($spoiled, drawnGeometry($spoiled, 1, 4), evenly())->quiet;
    expect(array_map(static fn (array $ring): bool => min($ring) < 0.5, $rings))->toBe([false, false, true, false]);
});

it('does not take for light what lies beyond the picture', function (): void {
    $plane = drawnModules(['1'], 1);
    $rings = ReflectanceGrid::of($plane, drawnGeometry($plane, 1, 1), evenly(), 2)->quiet;
    expect(min($rings[0]))->toBe(1.0)->and(max($rings[1]))->toBe(0.0);
});

it('has no modulation where there is no contrast', function (): void {
    $plane = new LuminancePlane(40, 40, str_repeat("\x80", 1600));
    $grid = ReflectanceGrid::of($plane, drawnGeometry($plane, 1, 2), evenly(), 1);
    expect($grid->contrast())->toEqualWithDelta(0.0, 1e-9)->and($grid->modulation(0.5))->toBe(0.0);
});

it('follows a line across bars, with what lies beside them', function (): void {
    // Bars of 2, 1 and 3 modules, spaces of 1 and 2: eight pixels a module, ten modules beside.
    $line = str_repeat(chr(230), 80).str_repeat(chr(26), 16).str_repeat(chr(230), 8).str_repeat(chr(26), 8).str_repeat(chr(230), 16).str_repeat(chr(26), 24).str_repeat(chr(230), 80);
    $plane = new LuminancePlane(strlen($line), 30, str_repeat($line, 30));
    $profile = ScanProfile::of($plane, [new Point(80, 15), new Point(152, 15)], 9, 10, evenly());
    expect($profile->reflectances)->toHaveCount(291)
        ->and($profile->contrast())->toEqualWithDelta(0.8, 0.005)
        ->and($profile->edges)->toHaveCount(6)
        ->and($profile->widths())->toEqualWithDelta([20, 10, 10, 20, 30], 0.6);
    $elements = $profile->elements();
    expect($elements)->toHaveCount(7);
    foreach ($elements as $i => [$least, $most]) {
        $isBar = $i % 2 === 1;
        expect($isBar ? $least : $most)->toEqualWithDelta($isBar ? 0.102 : 0.902, 0.01);
    }
    // The other way round the same elements come in the other order.
    $back = ScanProfile::of($plane, [new Point(152, 15), new Point(80, 15)], 9, 10, evenly());
    expect($back->widths())->toEqualWithDelta([30, 20, 10, 10, 20], 0.6);
});

it('takes the mean across the line, so that a speck counts by its share', function (): void {
    $pixels = str_repeat("\xFF", 60 * 30);
    // One pixel of ink, beside the line by a third of a module.
    $pixels[(15 - 3) * 60 + 30] = "\0";
    $profile = ScanProfile::of(new LuminancePlane(60, 30, $pixels), [new Point(10, 15), new Point(50, 15)], 4, 0, evenly());
    expect($profile->darkest)->toBeGreaterThan(0.6)->toBeLessThan(0.95)->and($profile->elements()[0][1])->toBe(1.0);
});

it('has no elements but one where nothing crosses the threshold', function (): void {
    $profile = ScanProfile::of(new LuminancePlane(60, 30, str_repeat("\xC0", 1800)), [new Point(10, 15), new Point(50, 15)], 4, 0, evenly());
    expect($profile->edges)->toBe([])->and($profile->widths())->toBe([])->and($profile->elements())->toHaveCount(1);
});

it('finds greys between pixels in proportion, and its edge beyond the picture', function (): void {
    $plane = new LuminancePlane(2, 2, "\x00\x64\xC8\xFF");
    expect(BetweenPixels::at($plane, 0.5, 0.5))->toEqualWithDelta(0.0, 1e-9)
        ->and(BetweenPixels::at($plane, 1.0, 0.5))->toEqualWithDelta(50.0, 1e-9)
        ->and(BetweenPixels::at($plane, 0.5, 1.0))->toEqualWithDelta(100.0, 1e-9)
        ->and(BetweenPixels::at($plane, 1.0, 1.0))->toEqualWithDelta((0 + 100 + 200 + 255) / 4, 1e-9)
        ->and(BetweenPixels::at($plane, -5.0, 9.0))->toEqualWithDelta(200.0, 1e-9)
        ->and(BetweenPixels::at($plane, 1.5, 0.5, array_map(static fn (int $grey): float => $grey / 100, range(0, 255))))->toEqualWithDelta(1.0, 1e-9);
});

it('says of a place that pulls a grade down where it is and why', function (): void {
    $area = new WorstArea(3, 17, [new Point(1.04, 2.0), new Point(9.96, 2.0), new Point(10.0, 10.0), new Point(1.0, 10.0)], 'modulation 0.31');
    expect($area->toArray())->toBe(['column' => 3, 'row' => 17, 'corners' => [[1.0, 2.0], [10.0, 2.0], [10.0, 10.0], [1.0, 10.0]], 'why' => 'modulation 0.31']);
});

it('knows where modules lie, mirrored ones with rows and columns exchanged', function (): void {
    $plane = drawnModules(['10', '01'], 4);
    $geometry = drawnGeometry($plane, 2, 4);
    $mirrored = drawnGeometry($plane, 2, 4, true);
    expect($geometry->at(0.5, 1.5)->toArray())->toEqualWithDelta([36.0, 44.0], 1e-6)
        ->and($mirrored->at(0.5, 1.5)->toArray())->toEqualWithDelta([44.0, 36.0], 1e-6)
        ->and($geometry->moved(100, -10)->at(0.5, 1.5)->toArray())->toEqualWithDelta([136.0, 34.0], 1e-6)
        ->and($geometry->homography()->apply(2, 0))->toEqualWithDelta([48.0, 32.0], 1e-6)
        ->and($geometry->modules())->toBe(2);
});
