<?php

declare(strict_types=1);

use KeenGlyph\Core\Read\BoxSums;
use KeenGlyph\Core\Read\Correlation;
use KeenGlyph\Core\Read\CylinderModel;
use KeenGlyph\Core\Read\DisplacementGrid;
use KeenGlyph\Core\Read\Failure;
use KeenGlyph\Core\Read\GridMapping;
use KeenGlyph\Core\Read\Homography;
use KeenGlyph\Core\Read\ReadBudget;
use KeenGlyph\Core\Read\SoftMatrix;
use KeenGlyph\Core\Read\Stage;
use KeenGlyph\Core\Read\TimeIsUp;

it('sums boxes as adding them up one by one does', function () {
    [$across, $down] = [chance(1, 17), chance(1, 13)];
    $values = array_map(fn () => chance(0, 255), range(1, $across * $down));
    foreach ([0, 1, 3, 20] as $radius) {
        $sums = $sizes = [];
        for ($y = 0; $y < $down; $y++) {
            for ($x = 0; $x < $across; $x++) {
                [$sum, $size] = [0, 0];
                for ($j = max(0, $y - $radius); $j <= min($down - 1, $y + $radius); $j++) {
                    for ($i = max(0, $x - $radius); $i <= min($across - 1, $x + $radius); $i++) {
                        [$sum, $size] = [$sum + $values[$j * $across + $i], $size + 1];
                    }
                }
                [$sums[], $sizes[]] = [$sum, $size];
            }
        }
        expect(BoxSums::around($values, $across, $down, $radius))->toBe($sums)->and(BoxSums::sizes($across, $down, $radius))->toBe($sizes);
    }
});

it('correlates: one for the same, minus one for the opposite, nothing for a flat stretch', function () {
    $tones = [1, -1, -1, 1, 1, -1];
    expect(Correlation::of(array_map(fn (int $tone) => 60 + 20 * $tone, $tones), $tones))->toEqualWithDelta(1.0, 1e-6)
        ->and(Correlation::of(array_map(fn (int $tone) => 60 - 3 * $tone, $tones), $tones))->toEqualWithDelta(-1.0, 1e-6)
        ->and(Correlation::of([50, 50, 50, 50, 50, 50], $tones))->toEqualWithDelta(0.0, 1e-6)
        ->and(Correlation::of([50, 51, 50, 50, 51, 50], $tones, Correlation::FLAT))->toBeLessThan(0.2);
});

it('maps four points to four others, and many to what is nearest', function () {
    $from = [[0.0, 0.0], [21.0, 0.0], [21.0, 21.0], [0.0, 21.0]];
    $to = [[10.0, 12.0], [220.0, 30.0], [200.0, 240.0], [22.0, 190.0]];
    foreach ([Homography::fromPoints($from, $to), Homography::nearest($from, $to, [1.0, 1.0, 1.0, 1.0])] as $map) {
        foreach ($from as $i => $point) {
            expect($map->apply(...$point))->toEqualWithDelta($to[$i], 1e-6);
        }
    }
});

it('gives the same middles at once as one by one, bent or not', function (?CylinderModel $cylinder, ?DisplacementGrid $grid) {
    $shifts = array_map(fn () => chance(-20, 20) / 10, range(1, GridMapping::SHIFTS));
    $mapping = new GridMapping(21, Homography::fromPoints([[0, 0], [21, 0], [21, 21], [0, 21]], [[10, 12], [220, 30], [200, 240], [22, 190]]), $shifts, $grid, $cylinder);
    foreach ([$mapping, new GridMapping(21, $mapping->base, displacements: $grid, cylinder: $cylinder)] as $each) {
        [$us, $vs] = [[0.5, 7.0, 20.25], [3.5, -1.0, 21.0]];
        expect($each->places($us, $vs))->toEqualWithDelta([array_map(static fn (float $u, float $v): float => $each->at($u, $v)[0], $us, $vs), array_map(static fn (float $u, float $v): float => $each->at($u, $v)[1], $us, $vs)], 1e-9);
    }
    [$xs, $ys] = $mapping->middles();
    for ($i = 0; $i < 441; $i += 20) {
        expect([$xs[$i], $ys[$i]])->toEqualWithDelta($mapping->at($i % 21 + 0.5, intdiv($i, 21) + 0.5), 1e-9);
    }
})->with([
    'flat' => [null, null],
    'displaced' => [null, fn () => new DisplacementGrid([6.5, 14.5], [[[1.0, 0.0], [0.0, 2.0]], [[-1.0, 0.5], [0.0, 0.0]]])],
    'around a jar' => [fn () => CylinderModel::ofRatio(21, false, 0.8, 1.0), null],
]);

it('displaces in proportion between the lines, and on beyond them', function () {
    $grid = new DisplacementGrid([0.0, 10.0], [[[0.0, 0.0], [4.0, 0.0]], [[0.0, 8.0], [4.0, 8.0]]]);
    expect($grid->at(0, 0))->toBe([0.0, 0.0])->and($grid->at(5, 5))->toBe([2.0, 4.0])->and($grid->at(20, 0))->toBe([8.0, 0.0]);
});

it('keeps the ends of a cylinder in place and crowds what lies towards them', function () {
    $cylinder = CylinderModel::ofRatio(29, false, 0.7, 0.0);
    expect($cylinder->flat(3.5, 9.0))->toEqualWithDelta([3.5, 9.0], 1e-6)->and($cylinder->flat(25.5, 9.0))->toEqualWithDelta([25.5, 9.0], 1e-6)
        ->and($cylinder->flat(14.5, 14.5))->toEqualWithDelta([14.5, 14.5], 1e-6)
        ->and($cylinder->flat(4.5, 9.0)[0] - 3.5)->toBeLessThan(1.0)
        // The middle stands nearer to the camera, and so what is above it lies farther up.
        ->and($cylinder->flat(14.5, 9.0)[1])->toBeLessThan(9.0)->toBeGreaterThan(8.0);
});

it('decides modules by their surroundings, across a shadow too', function () {
    $n = 21;
    $dark = array_map(fn () => chance(0, 1), range(1, $n * $n));
    $greys = [];
    foreach ($dark as $i => $isDark) {
        $light = $i % $n < 8 ? 110.0 : 50.0;
        $greys[] = $isDark === 1 ? $light * 0.3 : $light;
    }
    $decided = (new SoftMatrix($n, $greys))->decided();
    $wrong = 0;
    foreach ($dark as $i => $isDark) {
        $wrong += (int) ($decided->matrix->isDark($i % $n, intdiv($i, $n)) !== ($isDark === 1));
    }
    expect($wrong)->toBeLessThan(0.06 * $n * $n)->and(min($decided->sureness))->toBeGreaterThanOrEqual(0.0);
});

it('is spent when its time is over, and the furthest failure is the one that is told', function () {
    expect(ReadBudget::of(10_000)->isSpent())->toBeFalse()->and(ReadBudget::of(0)->isSpent())->toBeTrue();
    ReadBudget::of(10_000)->insist();
    // What is under way at the end of a part has what the whole has left.
    ReadBudget::of(10_000)->part(0.0)->insist();
    expect(ReadBudget::of(10_000)->part(9_000, most: 0.0)->isSpent())->toBeTrue()
        ->and(fn () => ReadBudget::of(0)->insist())->toThrow(TimeIsUp::class)
        ->and(fn () => ReadBudget::of(0)->part(5_000, 0.5)->insist())->toThrow(TimeIsUp::class);
    $near = new Failure(Stage::NoFinder);
    $far = new Failure(Stage::NoGrid, 3.0);
    expect($near->furthest($far))->toBe($far)->and($far->furthest($near))->toBe($far)->and((new Failure(Stage::NoGrid, 0.9))->hint())->not->toBe($far->hint());
});
