<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\SearchStep;
use KeenGlyph\Core\Read\ShadowTones;
use KeenGlyph\Core\Read\StepTime;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\Version;

const SLATTED = 'https://fennmoor.example/hive/7';

/**
 * A symbol of version 4 on a table, with modules of five pixels, and slats between it and the sun that leave a share of each grey over a half of the picture.
 *
 * @param  float  $share  1 is no shadow
 */
function slatted(float $share, int $period = 90, int $dark = 45, int $light = 225): LuminancePlane
{
    $rows = Encoder::encode(SLATTED, new EncodeOptions(version: Version::of(4)))->matrix->rows;
    $pixels = '';
    for ($y = 0; $y < 320; $y++) {
        for ($x = 0; $x < 360; $x++) {
            [$column, $row] = [intdiv($x - 90, 5), intdiv($y - 70, 5)];
            $isLabel = $x >= 70 && $x < 275 && $y >= 50 && $y < 255;
            $grey = ! $isLabel ? 160 : (($x >= 90 && $y >= 70 && ($rows[$row][$column] ?? '0') === '1') ? $dark : $light);
            // The border of a shadow is two pixels wide.
            $along = fmod(0.8 * $x + 0.6 * $y, $period) - $period / 2;
            $inLight = max(0.0, min(1.0, 0.5 + $along / 2));
            $pixels .= chr((int) round(max(0, min(255, $grey * ($inLight + (1 - $inLight) * $share) + chance(-1, 1)))));
        }
    }

    return new LuminancePlane(360, 320, $pixels);
}

it('tells the tones in a shadow by their value where they lie in the way of those beside it', function (float $share): void {
    $picture = slatted($share);
    $tones = ShadowTones::of($picture);
    expect($tones)->not->toBeNull();
    $without = $tones->without($picture);
    expect([$without->width, $without->height])->toBe([360, 320]);
    // What is light is light on either side, and so for the dark.
    foreach ([[225, 45], [$share * 225, $share * 45]] as [$light, $dark]) {
        $lightAs = $tones->without(new LuminancePlane(1, 1, chr((int) round($light))))->pixels;
        $darkAs = $tones->without(new LuminancePlane(1, 1, chr((int) round($dark))))->pixels;
        expect(ord($lightAs))->toBeGreaterThan(215)->and(ord($darkAs))->toBeLessThan(50);
    }
})->with(['light in the shadow is lighter than dark beside it' => 0.3, 'darker' => 0.15, 'much darker' => 0.1]);

it('reads a symbol under slats without a shadow', function (float $share): void {
    $outcome = (new Reader)->read(slatted($share), new ReadOptions(['qr'], budgetMs: 10_000));
    expect($outcome->readings)->toHaveCount(1)->and($outcome->readings[0]->symbol->content->bytes)->toBe(SLATTED);
    $finders = array_filter($outcome->steps, static fn (StepTime $time): bool => $time->found);
    expect(array_map(static fn (StepTime $time): SearchStep => $time->step, array_values($finders)))->toBe([SearchStep::ShadowTones]);
    // What is measured of it is measured in the picture as it came: modules that are light have two greys.
    $grid = $outcome->readings[0]->grid();
    $light = [$grid->reflectance(7, 0), $grid->reflectance(32, 7), $grid->reflectance(7, 32), $grid->reflectance(0, 7), $grid->reflectance(0, 25)];
    expect(max($light))->toBeGreaterThan(0.8)->and(min($light))->toBeLessThan(0.2);
})->with([0.13, 0.1]);

it('finds no shadow where tones have no share in common, or cannot be told', function (LuminancePlane $picture): void {
    expect(ShadowTones::of($picture))->toBeNull();
})->with([
    'no slats' => fn () => slatted(1.0),
    'light in the shadow as dark beside it' => fn () => slatted(0.2),
    'one grey' => fn () => new LuminancePlane(40, 40, str_repeat(chr(90), 1600)),
    'black' => fn () => new LuminancePlane(40, 40, str_repeat("\0", 1600)),
    'white' => fn () => new LuminancePlane(40, 40, str_repeat("\xFF", 1600)),
    'noise' => fn () => new LuminancePlane(200, 200, implode('', array_map(static fn (): string => chr(chance(0, 255)), range(1, 40_000)))),
    'one pixel' => fn () => new LuminancePlane(1, 1, 'a'),
]);
