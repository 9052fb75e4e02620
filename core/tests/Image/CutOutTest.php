<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\CutOut;
use KeenGlyph\Core\Image\LuminancePlane;

/** A picture of random greys. */
function randomGreys(int $width, int $height): LuminancePlane
{
    $pixels = '';
    for ($i = $width * $height; $i > 0; $i--) {
        $pixels .= chr(chance(0, 255));
    }

    return new LuminancePlane($width, $height, $pixels);
}

it('cuts a part out as it is where it is small enough', function (): void {
    $picture = randomGreys(20, 12);
    $part = CutOut::of($picture, 3, 2, 9, 7, 100);
    expect([$part->width, $part->height])->toBe([6, 5]);
    for ($y = 0; $y < 5; $y++) {
        expect(substr($part->pixels, 6 * $y, 6))->toBe(substr($picture->pixels, 20 * ($y + 2) + 3, 6));
    }
});

it('makes a larger part smaller by the mean of what comes together, the rest at its edges included', function (): void {
    for ($i = 0; $i < 30; $i++) {
        $picture = randomGreys(chance(5, 60), chance(5, 60));
        $most = chance(1, 12);
        $part = CutOut::of($picture, 0, 0, $picture->width, $picture->height, $most);
        expect(max($part->width, $part->height))->toBeLessThanOrEqual($most)->and(strlen($part->pixels))->toBe($part->width * $part->height);
        $step = (int) ceil(max($picture->width, $picture->height) / $most);
        [$x, $y] = [chance(0, $part->width - 1), chance(0, $part->height - 1)];
        $greys = [];
        for ($row = $y * $step; $row < min(($y + 1) * $step, $picture->height); $row++) {
            $greys = [...$greys, ...unpack('C*', substr($picture->pixels, $row * $picture->width + $x * $step, min($step, $picture->width - $x * $step)))];
        }
        expect(ord($part->pixels[$y * $part->width + $x]))->toBe((int) round(array_sum($greys) / count($greys)));
    }
});

it('leaves out what lies beyond the picture, and always has a pixel', function (): void {
    $picture = randomGreys(10, 10);
    expect(CutOut::of($picture, -50, -50, 500, 500, 100)->pixels)->toBe($picture->pixels)
        ->and(CutOut::of($picture, 40, 40, 50, 50, 10)->pixels)->toBe($picture->pixels[99])
        ->and(CutOut::of($picture, 4.2, 4.2, 4.3, 4.3, 10)->pixels)->toBe($picture->pixels[44]);
});
