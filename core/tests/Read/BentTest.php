<?php

declare(strict_types=1);

use KeenGlyph\Bench\Reading\Canvas;
use KeenGlyph\Bench\Reading\Chance;
use KeenGlyph\Bench\Reading\Scene;
use KeenGlyph\Bench\Reading\Surface;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\GridMapping;
use KeenGlyph\Core\Read\GridWalk;
use KeenGlyph\Core\Read\Homography;
use KeenGlyph\Core\Read\PixelWindow;
use KeenGlyph\Core\Read\Pyramid;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;

/** @return array{Scene, Surface} a label of seven pixels a module, around something where degrees are given */
function labelAround(string $seed, int $version, float $degrees, float $turn = 8.0, float $tilt = 10.0): array
{
    $scene = new Scene(new Chance($seed), Canvas::plain(420, 420, 200), 1.0);
    $surface = $scene->symbol(turn: $turn, tilt: $tilt, size: 7, cylinder: $degrees, version: $version, level: ErrorCorrectionLevel::M, x: 210, y: 210);
    $scene->noise(3.0);

    return [$scene, $surface];
}

/** Mean distance, in modules, between where a mapping has the middles of modules and where they are. */
function meanError(GridMapping $mapping, Surface $surface, PixelWindow $window): float
{
    $sum = 0.0;
    $n = $mapping->modules;
    for ($row = 0; $row < $n; $row++) {
        for ($column = 0; $column < $n; $column++) {
            $true = $window->here(...$surface->forth($column + 4.5, $row + 4.5));
            $at = $mapping->at($column + 0.5, $row + 0.5);
            $sum += hypot($at[0] - $true[0], $at[1] - $true[1]) * $window->scale / 7;
        }
    }

    return $sum / ($n * $n);
}

it('follows a grid that bulges by most of a module, and leaves one alone that lies right', function (float $bulge) {
    [$scene, $surface] = labelAround("walk $bulge", 5, 0.0);
    $pyramid = Pyramid::of((new PictureDecoder)->decode($scene->canvas->bytes('png', 90)));
    $window = PixelWindow::of($pyramid->level(0), 0, 0, 420, 420);
    $n = 37;
    $corners = [[0, 0], [$n, 0], [$n, $n], [0, $n]];
    $flat = new GridMapping($n, Homography::fromPoints($corners, array_map(static fn (array $at): array => $window->here(...$surface->forth($at[0] + 4, $at[1] + 4)), $corners)));
    // It lies right along the edges, and is off in between, as a bend makes it.
    $wrong = $flat->with([0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 7 * $bulge, 7 * $bulge / 2, 0.0]);
    $walked = GridWalk::along($window, $wrong);
    expect(meanError($flat, $surface, $window))->toBeLessThan(0.05)
        ->and(meanError($wrong, $surface, $window))->toBeGreaterThan(0.6 * $bulge)
        ->and(meanError($walked, $surface, $window))->toBeLessThan(0.12);
})->with([0.0, 0.4, 0.7]);

it('reads labels around bottles and jars', function (int $version, float $degrees, float $turn) {
    [$scene] = labelAround("jar $version $degrees", $version, $degrees, $turn, 15.0);
    $outcome = (new Reader)->read((new PictureDecoder)->decode($scene->canvas->bytes('png', 90)), new ReadOptions(budgetMs: 10_000));
    expect(array_map(static fn (Reading $one): string => $one->symbol->content->text, $outcome->readings))->toBe($scene->texts);
})->with([[2, 60.0, -20.0], [2, 105.0, 5.0], [3, 85.0, 5.0], [3, 105.0, -20.0], [6, 60.0, 5.0], [6, 105.0, -20.0]]);
