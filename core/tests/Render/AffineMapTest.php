<?php

declare(strict_types=1);

use KeenGlyph\Core\Render\AffineMap;
use KeenGlyph\Core\Render\Bounds;
use KeenGlyph\Core\Render\Path;

/** Where a map brings a point. @return list<float> */
function mapped(AffineMap $map, float $x, float $y): array
{
    return Path::polygon([[$x, $y]])->transformed($map)->commands[0][1];
}

it('moves, multiplies and turns as transforms of SVG do', function () {
    expect(mapped(new AffineMap, 3, 4))->toBe([3.0, 4.0])
        ->and(mapped(AffineMap::moved(10, -1), 3, 4))->toBe([13.0, 3.0])
        ->and(mapped(AffineMap::scaled(2, 0.5), 3, 4))->toBe([6.0, 2.0])
        ->and(mapped(AffineMap::turned(90), 3, 4))->toEqualWithDelta([-4.0, 3.0], 1e-9)
        ->and(mapped(AffineMap::turned(180, 5, 5), 3, 4))->toEqualWithDelta([7.0, 6.0], 1e-9);
});

it('puts the inner map first, whatever the maps are', function () {
    for ($i = 0; $i < 50; $i++) {
        $any = static fn (): AffineMap => new AffineMap(...array_map(static fn (): float => chance(-300, 300) / 100, range(1, 6)));
        [$outer, $inner, $x, $y] = [$any(), $any(), (float) chance(-9, 9), (float) chance(-9, 9)];
        expect(mapped($outer->after($inner), $x, $y))->toEqualWithDelta(mapped($outer, ...mapped($inner, $x, $y)), 1e-9);
    }
});

it('says when a number of it is too large or none', function () {
    expect((new AffineMap(e: -10.0))->isWithin(10.0))->toBeTrue()->and((new AffineMap(e: -10.1))->isWithin(10.0))->toBeFalse()
        ->and((new AffineMap(b: NAN))->isWithin(10.0))->toBeFalse()->and((new AffineMap(f: INF))->isWithin(INF))->toBeFalse();
});

it('knows the box around a path', function () {
    $bounds = Path::box(2, 3, 10, 20)->and(Path::disc(20, 5, 4))->bounds();
    expect($bounds)->toEqual(new Bounds(2.0, 1.0, 24.0, 23.0))->and($bounds->width())->toBe(22.0)->and($bounds->height())->toBe(22.0)
        ->and((new Path)->bounds())->toBeNull();
});
