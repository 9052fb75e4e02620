<?php

declare(strict_types=1);

use KeenGlyph\Core\Degrade\Blemishes;
use KeenGlyph\Core\Degrade\Devices;
use KeenGlyph\Core\Degrade\InkSpread;
use KeenGlyph\Core\Degrade\Light;
use KeenGlyph\Core\Degrade\LightPlane;
use KeenGlyph\Core\Degrade\Photograph;
use KeenGlyph\Core\Degrade\Photographer;
use KeenGlyph\Core\Degrade\PrintedLabel;
use KeenGlyph\Core\Degrade\Situation;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Tests\Degrade\Labels;

/** A plane of even light and what happens to it: 40 modules of six pixels. */
function blemished(int $seed, float $light, callable $happens): LightPlane
{
    $plane = new LightPlane(240, 240, array_fill(0, 240 * 240, $light));
    $happens(new Blemishes($plane, static fn (float $u, float $v): array => [6 * $u, 6 * $v], 6.0, 40, $seed));

    return $plane;
}

/** Share of the pixels that are not as they were. */
function shareChanged(LightPlane $plane, float $from): float
{
    return count(array_filter($plane->light, static fn (float $light): bool => abs($light - $from) > 0.02)) / count($plane->light);
}

it('takes off about as much ink as it should, and more of the same at a harder case', function (float $share): void {
    $seed = chance(1, 1000);
    $mild = blemished($seed, 0.1, static fn (Blemishes $label) => $label->missingInk($share, 0.9));
    $hard = blemished($seed, 0.1, static fn (Blemishes $label) => $label->missingInk(2 * $share, 0.9));
    // Places overlap, and their edges are soft.
    expect(shareChanged($mild, 0.1))->toBeGreaterThan(0.5 * $share)->toBeLessThan(1.8 * $share + 0.01);
    $lost = 0;
    foreach ($mild->light as $i => $light) {
        $lost += $light > $hard->light[$i] + 0.05 ? 1 : 0;
    }
    // The last place of the milder one is smaller than it is in the harder.
    expect($lost)->toBe(0)->and(max($mild->light))->toEqualWithDelta(0.9, 0.01);
})->with([0.01, 0.05, 0.15]);

it('lays dirt that is nearly black on paper', function (): void {
    $plane = blemished(7, 0.9, static fn (Blemishes $label) => $label->dirt(0.1, 0.9));
    expect(min($plane->light))->toEqualWithDelta(0.054, 0.01)->and(shareChanged($plane, 0.9))->toBeGreaterThan(0.05)->toBeLessThan(0.2);
});

it('scratches lines of bare paper, thinner than a module', function (): void {
    $plane = blemished(3, 0.1, static fn (Blemishes $label) => $label->scratches(0.05, 0.9));
    $share = shareChanged($plane, 0.1);
    // A third of a module wide, with soft edges of a pixel on both sides.
    expect($share)->toBeGreaterThan(0.03)->toBeLessThan(0.13);
    $widest = 0;
    foreach (array_chunk($plane->light, 240) as $y => $row) {
        if ($y % 10 === 0) {
            $widest = max($widest, count(array_filter($row, static fn (float $light): bool => $light > 0.5)));
        }
    }
    expect($widest)->toBeLessThan(240);
});

it('mirrors a lamp in one place: white there, fading around it', function (): void {
    $plane = blemished(11, 0.2, static fn (Blemishes $label) => $label->glare(0.05, 0.9));
    $lit = count(array_filter($plane->light, static fn (float $light): bool => $light > 3.0)) / 57_600;
    expect(max($plane->light))->toEqualWithDelta(0.2 + 4 * 0.9, 1e-6)->and($lit)->toEqualWithDelta(0.05, 0.03)->and(min($plane->light))->toBe(0.2);
});

it('throws a shadow with one edge over a part', function (float $ratio): void {
    $plane = blemished(5, 0.8, static fn (Blemishes $label) => $label->shadow($ratio));
    expect(max($plane->light))->toEqualWithDelta(0.8, 0.01)->and(min($plane->light))->toEqualWithDelta(0.8 / $ratio, 0.01);
    $between = count(array_filter($plane->light, static fn (float $light): bool => $light > 0.8 / $ratio + 0.05 && $light < 0.75)) / 57_600;
    // The edge is a module or two wide.
    expect($between)->toBeLessThan(0.12);
})->with([2.0, 10.0, 60.0]);

it('beats where the dots of a screen and of a sensor are nearly alike, and not where a pixel sees many', function (): void {
    $near = blemished(2, 0.8, static fn (Blemishes $label) => $label->moire(0.8, 10.0));
    $far = blemished(2, 0.8, static fn (Blemishes $label) => $label->moire(0.8, 0.5));
    expect(max($near->light) - min($near->light))->toBeGreaterThan(2 * (max($far->light) - min($far->light)))
        ->and(max($near->light))->toBeLessThanOrEqual(0.8);
});

it('does the same for the same seed, and another thing for another', function (string $what): void {
    $of = static fn (int $seed): array => blemished($seed, 0.5, static fn (Blemishes $label) => $label->{$what}(...match ($what) {
        'shadow' => [8.0],
        default => [0.08, 0.9],
    }))->light;
    expect($of(21))->toBe($of(21))->and($of(21))->not->toBe($of(22));
})->with(['missingInk', 'dirt', 'scratches', 'glare', 'shadow']);

it('leaves alone what is nought', function (): void {
    foreach (['missingInk', 'dirt', 'scratches'] as $what) {
        expect(shareChanged(blemished(1, 0.5, static fn (Blemishes $label) => $label->{$what}(0.0, 0.9)), 0.5))->toBe(0.0);
    }
});

/** A drawing in colours of two by two squares, forty pixels each. */
function colouredLabel(array $colours): PrintedLabel
{
    $picture = imagecreatetruecolor(80, 80);
    foreach ($colours as $i => [$red, $green, $blue]) {
        imagefilledrectangle($picture, 40 * ($i % 2), 40 * intdiv($i, 2), 40 * ($i % 2) + 39, 40 * intdiv($i, 2) + 39, (int) imagecolorallocate($picture, $red, $green, $blue));
    }
    ob_start();
    imagepng($picture);

    return PrintedLabel::of((string) ob_get_clean(), [new Point(8, 8), new Point(72, 8), new Point(72, 72), new Point(8, 72)], 32, 0.5, 4.0, false);
}

it('sends back what its colours do under each light', function (): void {
    $label = colouredLabel([[255, 255, 255], [0, 0, 0], [255, 0, 0], [0, 0, 255]]);
    $white = $label->picture(Light::White);
    $red = $label->picture(Light::Red);
    $at = static fn ($plane, int $x, int $y): int => ord($plane->pixels[80 * $y + $x]);
    expect([$at($white, 20, 20), $at($white, 60, 20)])->toBe([255, 0])
        // Red paper is as good as white to a red lamp, blue ink as good as black.
        ->and($at($red, 20, 60))->toBe(255)->and($at($red, 60, 60))->toBeLessThan(5)
        ->and($at($white, 20, 60))->toBeGreaterThan(110)->toBeLessThan(140)
        ->and($label->paper(Light::White))->toEqualWithDelta(1.0, 0.01)->and($label->ink(Light::White))->toEqualWithDelta(0.0, 0.01);
});

it('knows its measures in modules, pixels and millimetres', function (): void {
    $label = colouredLabel(array_fill(0, 4, [255, 255, 255]));
    expect([$label->modulePx(), $label->symbolMm(), $label->sideMm(), $label->pixelsPerMm()])->toEqualWithDelta([2.0, 16.0, 20.0, 4.0], 1e-9)
        ->and($label->middle()->toArray())->toBe([40.0, 40.0])
        ->and($label->at(0, 0)->toArray())->toBe([8.0, 8.0])->and($label->at(32, 16)->toArray())->toBe([72.0, 40.0])
        ->and($label->isMicro())->toBeFalse()->and($label->isMirrored)->toBeFalse();
});

it('is mirrored from behind, and the same again from behind that', function (): void {
    $label = colouredLabel([[255, 255, 255], [0, 0, 0], [0, 0, 0], [255, 255, 255]]);
    $behind = $label->mirrored();
    $pixel = static fn (PrintedLabel $one, int $x, int $y): int => ord($one->picture(Light::White)->pixels[80 * $y + $x]);
    expect($behind->isMirrored)->toBeTrue()
        ->and([$pixel($label, 10, 10), $pixel($behind, 10, 10), $pixel($behind, 70, 10)])->toBe([255, 0, 255])
        ->and($behind->corners[0]->toArray())->toBe([72.0, 8.0])
        ->and($behind->mirrored()->isMirrored)->toBeFalse()
        ->and($behind->mirrored()->picture(Light::White)->pixels)->toBe($label->picture(Light::White)->pixels);
});

it('adds up what ink and paper send back, with ink that runs', function (): void {
    $label = colouredLabel([[255, 255, 255], [0, 0, 0], [255, 255, 255], [0, 0, 0]]);
    $sum = static fn (float $gain): int => $label->integral(Light::White, $gain)->sums[81 * 80 + 80];
    expect($sum(0.0))->toBe(255 * 40 * 80)
        // A gain of one module, two pixels: the edge moves by one.
        ->and($sum(1.0))->toBe(255 * 39 * 80)->and($sum(-2.0))->toBe(255 * 42 * 80)
        ->and($label->integral(Light::White))->toBe($label->integral(Light::White));
});

it('grows dark parts by whole pixels on every side, and shrinks them again', function (): void {
    $rows = ['........', '..####..', '..####..', '..####..', '........'];
    $plane = strtr(implode('', $rows), '.#', "\xF0\x10");
    $drawn = static fn (string $bytes): array => str_split(strtr($bytes, "\xF0\x10", '.#'), 8);
    $grown = InkSpread::apply($plane, 8, 5, 1);
    expect($drawn($grown))->toBe(['.######.', '.######.', '.######.', '.######.', '.######.'])
        ->and($drawn(InkSpread::apply($plane, 8, 5, -1)))->toBe(['........', '........', '...##...', '........', '........']);
});

it('cuts out a picture of the label with the measures of how it was taken', function (): void {
    $label = Labels::composition()->printed();
    $device = Devices::named('recent_phone');
    $photograph = Photographer::take($label, $device, new Situation($device->workingMm($label->moduleMm, $label->sideMm())), 5);
    expect($photograph)->toBeInstanceOf(Photograph::class)
        ->and($photograph->modulePx)->toBeGreaterThan(2.0)->and($photograph->exposureMs)->toBeGreaterThan(0.0)
        ->and($photograph->isWhole)->toBeTrue();
    [$a, $b, , $d] = $photograph->corners;
    // As large as the module says, and its patterns where its corners are.
    expect(hypot($b->x - $a->x, $b->y - $a->y) / $label->modules)->toEqualWithDelta($photograph->modulePx, 0.15 * $photograph->modulePx)
        ->and(hypot($photograph->finders[0]->x - $a->x, $photograph->finders[0]->y - $a->y))->toBeLessThan(7 * $photograph->modulePx)
        ->and(hypot($photograph->finders[2]->x - $d->x, $photograph->finders[2]->y - $d->y))->toBeLessThan(7 * $photograph->modulePx);
    foreach ($photograph->corners as $corner) {
        expect($corner->x)->toBeGreaterThanOrEqual(0.0)->toBeLessThanOrEqual($photograph->picture->width)->and($corner->y)->toBeLessThanOrEqual($photograph->picture->height);
    }
});
