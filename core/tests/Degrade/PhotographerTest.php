<?php

declare(strict_types=1);

use KeenGlyph\Core\Degrade\BlockCompression;
use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Degrade\Gamma;
use KeenGlyph\Core\Degrade\InkSpread;
use KeenGlyph\Core\Degrade\IntegralPlane;
use KeenGlyph\Core\Degrade\Light;
use KeenGlyph\Core\Degrade\LightPlane;
use KeenGlyph\Core\Degrade\Photographer;
use KeenGlyph\Core\Degrade\Situation;
use KeenGlyph\Core\Degrade\View;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\HintedReader;
use KeenGlyph\Core\Read\PlainReader;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Tests\Degrade\Labels;

it('takes a picture that readers of all kinds read, told where it is or not', function (string $name): void {
    $label = Labels::composition()->printed();
    $device = Devices::named($name);
    $photograph = Photographer::take($label, $device, new Situation($device->workingMm($label->moduleMm, $label->sideMm())), 3);
    $hinted = HintedReader::read($photograph->picture, $photograph->finders);
    expect($photograph->isWhole)->toBeTrue()
        ->and($hinted)->toBeInstanceOf(Reading::class)
        ->and($hinted instanceof Reading ? $hinted->symbol->content->text : '')->toBe(Labels::TEXT)
        ->and((new Reader)->read($photograph->picture, ReadOptions::qr(5000.0))->readings[0]->symbol->content->text)->toBe(Labels::TEXT)
        ->and(PlainReader::read($photograph->picture, $photograph->corners, $label->modules)->content->text)->toBe(Labels::TEXT);
})->with(array_diff(array_keys(Devices::all()), ['webcam']));

it('knows where the symbol is, tilted and bent', function (Condition $condition, float $figure): void {
    $label = Labels::composition()->printed();
    $photograph = Photographer::take($label, Devices::named('recent_phone'), (new Situation(160.0))->with($condition, $figure), 11);
    $seen = (new Reader)->read($photograph->picture, ReadOptions::qr(5000.0))->readings[0]->frame->corners;
    foreach ($photograph->corners as $i => $corner) {
        expect(hypot($corner->x - $seen[$i]->x, $corner->y - $seen[$i]->y))->toBeLessThan(1.5 * $photograph->modulePx);
    }
})->with([[Condition::Tilt, 35.0], [Condition::Turn, 40.0], [Condition::Curvature, 60.0], [Condition::Distance, 220.0]]);

it('takes the same picture again for the same seed, and another for another', function (): void {
    $label = Labels::composition()->printed();
    $take = static fn (int $seed): string => Photographer::take($label, Devices::named('kiosk'), new Situation(150.0, tilt: 20.0, missing: 0.02), $seed)->picture->pixels;
    expect($take(5))->toBe($take(5))->not->toBe($take(6));
});

it('keeps milder damage where it is when it gets worse', function (): void {
    $label = Labels::composition()->printed();
    $take = static fn (float $missing): string => Photographer::take($label, Devices::named('recent_phone'), new Situation(160.0, lux: 1e6, missing: $missing), 2)->picture->pixels;
    [$none, $some, $more] = [$take(0.0), $take(0.03), $take(0.08)];
    $changed = static fn (string $one, string $other): array => array_keys(array_filter(array_map(static fn (int $a, int $b): bool => abs($a - $b) > 40, array_values((array) unpack('C*', $one)), array_values((array) unpack('C*', $other)))));
    $before = $changed($none, $some);
    expect($before)->not->toBeEmpty()->and(count(array_diff($before, $changed($none, $more))))->toBeLessThan(0.1 * count($before));
});

it('sees red ink as paper by a red lamp', function (): void {
    $label = Labels::composition(dark: '#D00000')->printed();
    expect($label->ink(Light::Red))->toBeGreaterThan(0.6)->and($label->ink(Light::White))->toBeLessThan(0.2)
        ->and($label->paper(Light::Red))->toEqualWithDelta(1.0, 0.01);
});

it('projects and looks back along the same ray', function (): void {
    $view = View::of(Devices::named('recent_phone'), new Situation(250.0, tilt: 37.0, turn: 21.0), 64.0);
    foreach ([[0.0, 0.0], [7.0, -5.0], [-8.5, 9.0]] as [$x, $y]) {
        $point = $view->project($x, $y);
        [$nx, , , $ny, , , $w] = $view->fractions($point->x, $point->y);
        expect($nx / $w)->toEqualWithDelta($x, 1e-6)->and($ny / $w)->toEqualWithDelta($y, 1e-6);
    }
});

it('adds up rectangles', function (): void {
    $plane = new IntegralPlane(3, 2, "\1\2\3\4\5\6");
    // Lower right two by two: 2 + 3 + 5 + 6.
    expect($plane->sums[2 * 4 + 3] - $plane->sums[2 * 4 + 1] - $plane->sums[3] + $plane->sums[1])->toBe(16)->and($plane->sums[count($plane->sums) - 1])->toBe(21);
});

it('spreads ink by so many pixels on each side, and takes it back', function (): void {
    $row = str_repeat("\xFF", 10).str_repeat("\x10", 6).str_repeat("\xFF", 10);
    $plane = str_repeat($row, 20);
    $dark = static fn (string $spread): int => substr_count(substr($spread, 10 * 26, 26), "\x10");
    expect($dark(InkSpread::apply($plane, 26, 20, 2)))->toBe(10)->and($dark(InkSpread::apply($plane, 26, 20, -2)))->toBe(2);
});

it('blurs without losing light', function (callable $blur): void {
    $light = array_fill(0, 41 * 41, 0.0);
    $light[20 * 41 + 20] = 1.0;
    $plane = new LightPlane(41, 41, $light);
    $blur($plane);
    expect(array_sum($plane->light))->toEqualWithDelta(1.0, 1e-6)->and(max($plane->light))->toBeLessThan(0.6);
})->with([
    'a disc' => [static fn (LightPlane $plane) => $plane->disc(6.0)], 'a movement' => [static fn (LightPlane $plane) => $plane->smear(7.0, 30.0)], 'a lens' => [static fn (LightPlane $plane) => $plane->soften(1.2)],
]);

it('spreads a point over a disc of its diameter', function (): void {
    $light = array_fill(0, 61 * 61, 0.0);
    $light[30 * 61 + 30] = 1.0;
    $plane = new LightPlane(61, 61, $light);
    $plane->disc(20.0);
    $touched = count(array_filter($plane->light, static fn (float $value): bool => $value > 1e-9));
    expect($touched)->toBeGreaterThan(0.9 * M_PI * 100)->toBeLessThan(1.25 * M_PI * 100);
});

it('follows the transfer function of sRGB', function (): void {
    // IEC 61966-2-1: 0.5 of light is 188, byte 128 is 0.2159 of it.
    expect(ord(Gamma::bytes()[Gamma::STEPS / 2]))->toBe(188)->and(Gamma::linear()[128])->toEqualWithDelta(0.2159, 5e-4);
});

it('loses more of a picture the lower the quality of its JPEG, and next to nothing at the best', function (): void {
    $pixels = '';
    for ($i = 0; $i < 40 * 40; $i++) {
        $pixels .= chr((int) (127 + 100 * sin($i % 40 / 3) * cos(intdiv($i, 40) / 4)));
    }
    $picture = new LuminancePlane(40, 40, $pixels);
    $loss = static fn (int $quality): float => array_sum(array_map(static fn (int $a, int $b): int => ($a - $b) ** 2, (array) unpack('C*', $pixels), (array) unpack('C*', BlockCompression::apply($picture, $quality)->pixels)));
    expect($loss(100))->toBeLessThan(2 * 1600)->and($loss(50))->toBeGreaterThan($loss(90))->and($loss(5))->toBeGreaterThan($loss(50));
});
