<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Gradient;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\PixelArt;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Render\PixelScaler;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;

/** Red, green and blue of a pixel. */
function pixelAt(GdImage $picture, int $x, int $y): array
{
    $colour = imagecolorsforindex($picture, imagecolorat($picture, $x, $y));

    return [$colour['red'], $colour['green'], $colour['blue']];
}

it('gives every module the ink that its gradient has there', function (Gradient $gradient) {
    $symbol = Encoder::encode('https://fennmoor.example/hive/7', new EncodeOptions(ErrorCorrectionLevel::M));
    $finish = new Finish(new KeenGlyph\Core\Finish\Inks(Colour::fromHex('#000'), Colour::fromHex('#fff'), gradient: $gradient));
    $layout = Layout::of($symbol->matrix->size(), $finish, Size::ofModule(6));
    $picture = imagecreatefromstring(PngRenderer::render(SceneBuilder::of($symbol, $finish, $layout, '')));
    $side = $symbol->matrix->size();
    [$x1, $y1, $x2, $y2] = $gradient->line($side);
    $length = ($x2 - $x1) ** 2 + ($y2 - $y1) ** 2;
    for ($y = 0; $y < $side; $y += 2) {
        for ($x = 0; $x < $side; $x++) {
            if (! $symbol->matrix->isDark($x, $y)) {
                continue;
            }
            // The middle of the pixel that is looked at.
            [$px, $py] = [$x + 3.5 / 6, $y + 3.5 / 6];
            $place = $gradient->radial ? hypot($px - $x1, $py - $y1) / sqrt($length) : (($px - $x1) * ($x2 - $x1) + ($py - $y1) * ($y2 - $y1)) / $length;
            $ink = $gradient->at(min(1.0, max(0.0, $place)));
            $seen = pixelAt($picture, $layout->before + 6 * $x + 3, $layout->above + 6 * $y + 3);
            foreach ([$ink->red, $ink->green, $ink->blue] as $channel => $value) {
                expect(abs($seen[$channel] - $value))->toBeLessThanOrEqual(5, "at $x, $y");
            }
        }
    }
})->with(fn () => array_map(static fn (array $given): array => [new Gradient($given[0], $given[1], array_map(static fn (array $stop): array => [$stop[0], Colour::fromHex($stop[1])], $given[2]))], [
    'to the right' => [false, 0.0, [[0.0, '#000000'], [1.0, '#A00020']]], 'downwards' => [false, 90.0, [[0.0, '#000000'], [1.0, '#0020A0']]],
    'slanted' => [false, 30.0, [[0.0, '#200000'], [0.5, '#003000'], [1.0, '#000060']]], 'backwards' => [false, 200.0, [[0.0, '#000000'], [1.0, '#208020']]],
    'upwards, steep' => [false, 275.0, [[0.0, '#000000'], [1.0, '#802020']]], 'nearly level' => [false, 359.0, [[0.0, '#000000'], [1.0, '#802020']]],
    'from the middle' => [true, 0.0, [[0.0, '#500000'], [1.0, '#000050']]], 'late stops' => [false, 45.0, [[0.3, '#000000'], [0.6, '#006000']]],
]));

it('takes the ends of a gradient for what lies beyond its stops', function () {
    $gradient = new Gradient(false, 0.0, [[0.25, Colour::fromHex('#102030')], [0.75, Colour::fromHex('#304050')]]);
    expect($gradient->at(0.0)->hex())->toBe('#102030')->and($gradient->at(1.0)->hex())->toBe('#304050')->and($gradient->at(0.5)->hex())->toBe('#203040');
});

it('scales pixels to their mean, clear ones without a share in the colour', function () {
    // Red and clear blue side by side: half covered, and red.
    $art = new PixelArt(4, 2, str_repeat("\xFF\0\0\xFF\0\0\xFF\0", 4), '');
    [[$colours, $coverage]] = PixelScaler::rows($art, 2, 1);
    expect(bin2hex($colours))->toBe('ff0000ff0000')
        ->and(array_map('ord', str_split($coverage)))->each->toEqualWithDelta(128, 8);
    $larger = PixelScaler::rows($art, 8, 4);
    expect(count($larger))->toBe(4)
        ->and(bin2hex($larger[3][1]))->toBe('ffff0000ffff0000');
});

it('lays ink over clear ground as alpha, and over a ground as a blend', function () {
    $symbol = Encoder::encode('hive');
    $ink = Colour::fromHex('#204060');
    foreach ([true, false] as $transparent) {
        $finish = new Finish(new KeenGlyph\Core\Finish\Inks($ink, Colour::fromHex('#FFFFFF'), $transparent), shapes: new KeenGlyph\Core\Finish\PatternShapes(KeenGlyph\Core\Finish\ModuleShape::Disc));
        $layout = Layout::of(21, $finish, Size::ofModule(9));
        $picture = imagecreatefromstring(PngRenderer::render(SceneBuilder::of($symbol, $finish, $layout, '')));
        $blends = 0;
        for ($x = 0; $x < imagesx($picture); $x++) {
            $pixel = imagecolorsforindex($picture, imagecolorat($picture, $x, $layout->above + 9 * 10 + 1));
            if ($transparent) {
                expect($pixel['alpha'] === 127 || [$pixel['red'], $pixel['green'], $pixel['blue']] === [0x20, 0x40, 0x60])->toBeTrue();
                $blends += $pixel['alpha'] > 0 && $pixel['alpha'] < 127 ? 1 : 0;
            } else {
                $share = (255 - $pixel['red']) / (255 - 0x20);
                expect($pixel['blue'])->toEqualWithDelta(255 - $share * (255 - 0x60), 2);
                $blends += $share > 0.05 && $share < 0.95 ? 1 : 0;
            }
        }
        expect($blends)->toBeGreaterThan(4);
    }
});

it('refuses gradients that are none', function (array $stops, float $angle) {
    expect(fn () => new Gradient(false, $angle, array_map(static fn (float $at): array => [$at, Colour::fromHex('#000')], $stops)))->toThrow(InvalidFinish::class);
})->with([[[0.0], 0.0], [[0.0, 0.1, 0.2, 0.3, 0.4, 0.5], 0.0], [[0.5, 0.2], 0.0], [[0.0, 1.5], 0.0], [[0.0, 1.0], -1.0]]);
