<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\CoreRule;
use KeenGlyph\Core\Read\FinderScan;
use KeenGlyph\Core\Read\GreyPlane;
use KeenGlyph\Core\Read\NeighbourhoodExtremes;
use KeenGlyph\Core\Read\RingBinariser;
use KeenGlyph\Core\Read\SoftMatrix;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\Version;

it('tells dark by the mean of 81 pixels, eight at a time as one by one', function () {
    [$width, $height] = [48, 30];
    $pixels = '';
    for ($i = 0; $i < $width * $height; $i++) {
        $pixels .= chr(chance(1, 127));
    }
    // At half the size or less the slack is 1.5 greys, at full size twice that.
    foreach ([[2.0, 1.5], [1.0, 3.0]] as [$scale, $slack]) {
        $plane = new GreyPlane($width, $height, $pixels, $scale);
        $bits = RingBinariser::binarise($plane, $plane->rows());
        expect([$bits->width, $bits->height])->toBe([$width, $height]);
        for ($y = 0; $y < $height; $y++) {
            // At the sides eight pixels stand for what lies beyond.
            for ($x = 8; $x < $width - 8; $x++) {
                $sum = 0;
                for ($j = -4; $j <= 4; $j++) {
                    for ($i = -4; $i <= 4; $i++) {
                        $sum += ord($pixels[max(0, min($height - 1, $y + $j)) * $width + $x + $i]);
                    }
                }
                $isDark = $sum - 81 * ord($pixels[$y * $width + $x]) >= (int) (81 * $slack);
                expect($bits->bits[$y * $width + $x])->toBe($isDark ? "\1" : "\0", "$x, $y");
            }
        }
    }
});

it('sees the rings of a finder pattern that a blur has nearly levelled', function () {
    $side = 64;
    $pattern = static fn (float $u, float $v): float => max(abs($u), abs($v)) <= 1.5 || (max(abs($u), abs($v)) > 2.5 && max(abs($u), abs($v)) <= 3.5) ? 0.0 : 1.0;
    $pixels = '';
    for ($y = 0; $y < $side; $y++) {
        for ($x = 0; $x < $side; $x++) {
            // Modules of three pixels, out of focus by a disc of 0.9 modules.
            [$sum, $count] = [0.0, 0];
            for ($i = -5; $i <= 5; $i++) {
                for ($j = -5; $j <= 5; $j++) {
                    if (hypot($i, $j) <= 5) {
                        $sum += $pattern(($x - 32) / 3 + 0.9 * $i / 5, ($y - 32) / 3 + 0.9 * $j / 5);
                        $count++;
                    }
                }
            }
            $pixels .= chr((int) round(20 + 90 * $sum / $count));
        }
    }
    $plane = new GreyPlane($side, $side, $pixels, 2.0);
    $found = FinderScan::find(RingBinariser::binarise($plane, $plane->rows()), 1, 13, rule: CoreRule::blurred());
    expect($found)->toHaveCount(1)
        ->and([$found[0]->x, $found[0]->y])->toEqualWithDelta([32.5, 32.5], 1.0)
        ->and($found[0]->module())->toEqualWithDelta(3.0, 0.6);
});

it('decides modules on both sides of an edge of light of 120 to 1', function () {
    $symbol = Encoder::encode('https://fennmoor.example/hive/7', new EncodeOptions(version: Version::of(3)));
    $n = $symbol->matrix->size();
    foreach ([[0, 1], [1, 0], [1, 1]] as [$across, $down]) {
        $greys = [];
        foreach ($symbol->matrix->rows as $row => $line) {
            foreach (str_split($line) as $column => $module) {
                $light = $across * $column + $down * $row < ($across + $down) * $n / 2 ? 1.0 : 120 ** (-1 / 2.2);
                $greys[] = ($module === '1' ? 25.0 : 115.0) * $light;
            }
        }
        $soft = new SoftMatrix($n, $greys);
        // By the mean of what is around the edge takes modules with it; followed from both sides it takes hardly any.
        expect($soft->decided()->matrix->rows)->not->toBe($symbol->matrix->rows);
        $flips = 0;
        foreach ($soft->decidedAcrossEdges()->matrix->rows as $row => $line) {
            $flips += substr_count($line ^ $symbol->matrix->rows[$row], "\1");
        }
        expect($flips)->toBeLessThanOrEqual((int) (0.06 * $n * $n));
    }
});

it('finds the greatest and the least around each place', function () {
    $side = 9;
    $values = array_map(static fn (): float => chance(0, 1000) / 10, range(1, $side * $side));
    foreach ([1, 2] as $radius) {
        $most = NeighbourhoodExtremes::most($values, $side, $radius);
        $least = NeighbourhoodExtremes::least($values, $side, $radius);
        for ($y = 0; $y < $side; $y++) {
            for ($x = 0; $x < $side; $x++) {
                $near = [];
                for ($j = max(0, $y - $radius); $j <= min($side - 1, $y + $radius); $j++) {
                    for ($i = max(0, $x - $radius); $i <= min($side - 1, $x + $radius); $i++) {
                        $near[] = $values[$j * $side + $i];
                    }
                }
                expect([$most[$y * $side + $x], $least[$y * $side + $x]])->toBe([max($near), min($near)]);
            }
        }
    }
});

it('brings out shadow so that equal ratios are equal steps', function () {
    $greys = [10, 20, 40, 80, 160];
    $pixels = '';
    foreach ($greys as $grey) {
        $pixels .= str_repeat(chr($grey), 8 * 8);
    }
    $lifted = GreyPlane::lifted(new LuminancePlane(8, 40, $pixels));
    $steps = [];
    for ($i = 1; $i < 5; $i++) {
        $steps[] = ord($lifted->pixels[64 * $i]) - ord($lifted->pixels[64 * ($i - 1)]);
    }
    expect(max($steps) - min($steps))->toBeLessThanOrEqual(8)->and(min($steps))->toBeGreaterThan(20);
});

it('tells a drawing from a photograph', function () {
    $drawing = '';
    $photograph = '';
    for ($i = 0; $i < 1600; $i++) {
        $drawing .= chance(0, 1) === 1 ? "\x10" : "\xF0";
        $photograph .= chr(chance(0, 1) === 1 ? chance(20, 60) : chance(180, 240));
    }
    expect(GreyPlane::of(new LuminancePlane(40, 40, $drawing))->isTwoTone())->toBeTrue()
        ->and(GreyPlane::of(new LuminancePlane(40, 40, $photograph))->isTwoTone())->toBeFalse();
});
