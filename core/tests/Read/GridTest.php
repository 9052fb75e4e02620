<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** The picture turned about its middle, on white. */
function turnedPicture(string $png, float $degrees): string
{
    $picture = imagecreatefromstring($png);
    assert($picture !== false);
    $turned = imagerotate($picture, $degrees, (int) imagecolorallocate($picture, 255, 255, 255));
    ob_start();
    imagepng($turned);

    return (string) ob_get_clean();
}

it('tells where every module lies and how bright it was', function (string $dark, string $light, int $px, float $turn) {
    $matrix = Encoder::encode('https://fennmoor.example/hive/7')->matrix;
    $finish = Finish::coloured(Colour::fromHex($dark), Colour::fromHex($light));
    $reading = readPicture(turnedPicture(pngOf($matrix, $px, $finish), $turn))->readings[0];
    $grid = $reading->grid();
    [$darkest, $lightest] = [Colour::fromHex($dark), Colour::fromHex($light)];
    $tone = fn (Colour $colour): float => (0.299 * $colour->red + 0.587 * $colour->green + 0.114 * $colour->blue) / 255;
    expect($grid->modules)->toBe($matrix->size());
    foreach (range(0, $matrix->size() - 1) as $row) {
        foreach (range(0, $matrix->size() - 1) as $column) {
            $i = $row * $matrix->size() + $column;
            expect($grid->reflectance($column, $row))->toEqualWithDelta($tone($matrix->isDark($column, $row) ? $darkest : $lightest), $turn === 0.0 ? 0.02 : 0.2, "module $column $row")
                ->and($grid->reflectances[$i] < $grid->thresholds[$i])->toBe($matrix->isDark($column, $row) !== $reading->reversed)
                ->and($grid->certainties[$i])->toBeGreaterThan(0.2);
        }
    }
})->with([['#000000', '#FFFFFF', 6, 0.0], ['#3A2A10', '#E8D8B0', 8, 0.0], ['#000000', '#FFFFFF', 9, 17.0], ['#14201C', '#F0F0F0', 8, -40.0]]);

it('gives places as points, and a flat map that agrees with them on a flat symbol', function () {
    $reading = readPicture(pngOf(Encoder::encode('HIVE 7')->matrix, 10))->readings[0];
    $map = $reading->geometry->homography();
    foreach ([[0.0, 0.0], [10.5, 3.5], [21.0, 21.0]] as [$column, $row]) {
        expect($reading->geometry->at($column, $row))->toBeInstanceOf(Point::class)
            ->and($reading->geometry->at($column, $row)->toArray())->toEqualWithDelta([40 + 10 * $column, 40 + 10 * $row], 1.5)
            ->and($map->apply($column, $row))->toEqualWithDelta([40 + 10 * $column, 40 + 10 * $row], 1.5);
    }
});

it('counts modules as the symbol stands, however it was mirrored', function () {
    $matrix = Encoder::encode('HIVE 7 MIRRORED')->matrix;
    $mirrored = new ModuleMatrix(array_map(strrev(...), $matrix->rows));
    $reading = readPicture(pngOf($mirrored, 8))->readings[0];
    $grid = $reading->grid();
    $rows = array_map(fn (int $row) => implode('', array_map(fn (int $column) => $grid->reflectance($column, $row) < 0.5 ? '1' : '0', range(0, $grid->modules - 1))), range(0, $grid->modules - 1));
    expect($reading->mirrored)->toBeTrue()->and($rows)->toBe($matrix->rows);
});
