<?php

declare(strict_types=1);

use KeenGlyph\Bench\Reading\Canvas;
use KeenGlyph\Bench\Reading\Chance;
use KeenGlyph\Bench\Reading\Scene;
use KeenGlyph\Bench\Reading\Surface;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\BlurModel;
use KeenGlyph\Core\Read\BlurredFinderScan;
use KeenGlyph\Core\Read\BlurredGrid;
use KeenGlyph\Core\Read\BlurredReader;
use KeenGlyph\Core\Read\Finder;
use KeenGlyph\Core\Read\FinderTemplates;
use KeenGlyph\Core\Read\FinderTripletGrouper;
use KeenGlyph\Core\Read\KnownTones;
use KeenGlyph\Core\Read\PixelWindow;
use KeenGlyph\Core\Read\Pyramid;
use KeenGlyph\Core\Read\ReadBudget;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\SearchStep;
use KeenGlyph\Core\Read\StepTime;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Version;

/**
 * A label that lies askew, blurred; symbols of five pixels a module.
 *
 * @param  callable(Scene): void  $blur
 * @return array{LuminancePlane, Surface, string} the picture, how the label lies in it, and its text
 */
function farBlurred(string $seed, int $version, callable $blur, float $turn = 20.0): array
{
    $scene = new Scene(new Chance($seed), Canvas::plain(320, 320, 200), 1.0);
    $surface = $scene->symbol(turn: $turn, tilt: 8, size: 5, version: $version, level: ErrorCorrectionLevel::M, x: 160, y: 160);
    $blur($scene);
    $scene->noise(2.0);

    return [(new PictureDecoder)->decode($scene->canvas->bytes('png', 90)), $surface, $scene->texts[0]];
}

/** @return list<array{float, float}> where the middles of the three finder patterns are, in pixels */
function patternsOf(Surface $surface): array
{
    $n = $surface->side - 8;

    return array_map(static fn (array $at): array => $surface->forth($at[0] + 4, $at[1] + 4), [[3.5, 3.5], [$n - 3.5, 3.5], [3.5, $n - 3.5]]);
}

/** How far apart two places are. */
function placesApart(Finder $finder, array $place): float
{
    return hypot($finder->x - $place[0], $finder->y - $place[1]);
}

const FAR_BLURS = ['out of focus' => [0.0, 4.9], 'moved' => [11.5, 0.0]];

function blurFar(string $how): callable
{
    [$streak, $disc] = FAR_BLURS[$how];

    return static fn (Scene $scene) => $streak > 0 ? $scene->streak($streak, 35) : $scene->disc($disc);
}

it('knows the tones of function patterns and quiet zone alone', function (int $number): void {
    $version = Version::of($number);
    $known = KnownTones::of($version);
    $n = $version->modules();
    expect($known->wide)->toBe($n + 2 * BlurModel::REACH)->and($known->places)->toHaveCount($n * $n);
    // Each corner of the field lies in the quiet zone; the middle of a finder pattern is dark, its separator light.
    $at = static fn (int $column, int $row): int => $known->field[$known->places[$row * $n + $column]];
    expect([$known->field[0], $at(3, 3), $at(7, 3), $at($n - 4, 3), $at(3, $n - 4)])->toBe([1, -1, 1, -1, -1])
        ->and([$at(8, 2), $at($n - 1, $n - 1)])->toBe([0, 0])
        ->and([$at(8, 6), $at(9, 6)])->toBe([-1, 1]);
    foreach ($known->inner as [$column, $row]) {
        for ($down = -BlurModel::LEARNED; $down <= BlurModel::LEARNED; $down++) {
            for ($right = -BlurModel::LEARNED; $right <= BlurModel::LEARNED; $right++) {
                expect($known->field[($row + $down + BlurModel::REACH) * $known->wide + $column + $right + BlurModel::REACH])->not->toBe(0);
            }
        }
    }
    // All of a finder pattern but the two modules on each side that data reach.
    expect($known->inner)->toContain([2, 2], [$n - 3, 2], [2, $n - 3])->not->toContain([8, 8]);
})->with([1, 2, 7, 14]);

it('holds blurred finder patterns that are comparable with greys by one product', function (): void {
    $templates = FinderTemplates::all();
    expect(count($templates))->toBeGreaterThan(FinderTemplates::FEW);
    foreach ($templates as $template) {
        expect($template)->toHaveCount(FinderTemplates::SIDE ** 2)
            ->and(abs(array_sum($template)))->toBeLessThan(1e-9)
            ->and(abs(array_sum(array_map(static fn (float $x): float => $x * $x, $template)) - 1))->toBeLessThan(1e-9)
            // A half turn leaves the pattern as it is, and so do discs and movements.
            ->and(max(array_map(static fn (float $a, float $b): float => abs($a - $b), $template, array_reverse($template))))->toBeLessThan(1e-9);
    }
    expect(FinderTemplates::halves())->toEqual(array_map(static fn (array $one): array => array_slice($one, 0, 41), $templates));
    // A disc has no direction: a quarter turn leaves it, too. A movement has one.
    $turned = static fn (array $t): array => array_map(static fn (int $k): float => $t[$k % 9 * 9 + 8 - intdiv($k, 9)], range(0, 80));
    $like = static fn (array $a, array $b): float => array_sum(array_map(static fn (float $x, float $y): float => $x * $y, $a, $b));
    expect($like($templates[0], $turned($templates[0])))->toBeGreaterThan(0.999)
        ->and($like($templates[FinderTemplates::DISCS], $turned($templates[FinderTemplates::DISCS])))->toBeLessThan(0.9);
});

it('finds the three patterns where no ring is to be seen, and nothing else', function (string $how, float $turn): void {
    [$plane, $surface] = farBlurred("scan $how", 3, blurFar($how), $turn);
    $finders = BlurredFinderScan::find(Pyramid::of($plane)->whole(), 1, ReadBudget::of(20_000));
    foreach (patternsOf($surface) as $place) {
        $near = array_values(array_filter($finders, static fn (Finder $finder): bool => placesApart($finder, $place) < 2.0));
        expect($near)->toHaveCount(1)
            ->and(abs($near[0]->module() - 5.0))->toBeLessThan(0.8)
            ->and($near[0]->clear)->toBeGreaterThan(0.8);
    }
    expect(FinderTripletGrouper::group(array_slice($finders, 0, 3)))->toHaveCount(1);
})->with(array_keys(FAR_BLURS), [0.0, 20.0, 52.0]);

it('lays the grid of the right version, and moves its fourth corner to the alignment pattern', function (string $how): void {
    [$plane, $surface] = farBlurred("grid $how", 3, blurFar($how));
    $pyramid = Pyramid::of($plane)->whole();
    [$triplet] = FinderTripletGrouper::group(array_slice(BlurredFinderScan::find($pyramid, 1, ReadBudget::of(20_000)), 0, 3));
    $window = PixelWindow::around($pyramid->level(0), $triplet, 5.0);
    $grids = array_map(static fn (int $number): BlurredGrid => BlurredGrid::settle($window, $triplet, Version::of($number), 5.0), [2, 3, 4]);
    expect($grids[1]->error)->toBeLessThan(0.3)
        ->and(min($grids[0]->error, $grids[2]->error))->toBeGreaterThan(1.3 * $grids[1]->error)
        ->and($grids[1]->version->number)->toBe(3);
    $n = 29;
    $true = $window->here(...$surface->forth($n + 4, $n + 4));
    $off = static fn (array $at): float => hypot($at[0] - $true[0], $at[1] - $true[1]) / 5.0;
    $aligned = $grids[1]->aligned();
    expect($aligned)->not->toBeNull()
        ->and($off($aligned->at($n, $n)))->toBeLessThan(0.6)
        ->and(abs($off($grids[1]->leaning(3.0, 0.0)->at($n, $n)) - 3.0))->toBeLessThan(1.5);
})->with(array_keys(FAR_BLURS));

it('has no alignment pattern to look for in version 1, and no grid in one grey', function (): void {
    [$plane] = farBlurred('first version', 1, blurFar('moved'));
    $pyramid = Pyramid::of($plane)->whole();
    [$triplet] = FinderTripletGrouper::group(array_slice(BlurredFinderScan::find($pyramid, 1, ReadBudget::of(20_000)), 0, 3));
    $window = PixelWindow::around($pyramid->level(0), $triplet, 5.0);
    expect(BlurredGrid::settle($window, $triplet, Version::of(1), 5.0)->aligned())->toBeNull();
    $flat = Pyramid::of(new LuminancePlane(320, 320, str_repeat("\x80", 320 * 320)))->whole();
    expect(BlurredGrid::settle(PixelWindow::around($flat->level(0), $triplet, 5.0), $triplet, Version::of(1), 5.0)->error)->toBe(INF)
        ->and((new BlurredReader($flat, ReadBudget::of(5_000)))->read(1))->toBeNull();
});

it('reads through a blur that hides the rings', function (string $how, int $version): void {
    [$plane, , $text] = farBlurred("read $how $version", $version, blurFar($how));
    $reading = (new BlurredReader(Pyramid::of($plane)->whole(), ReadBudget::of(20_000)))->read(1);
    expect($reading)->toBeInstanceOf(Reading::class)
        ->and($reading->symbol->content->text)->toBe($text)
        ->and($reading->fit)->toBeGreaterThan(0.6);
    // The reader as a whole gets there as well, and says by which step.
    $outcome = (new Reader)->read($plane, new ReadOptions(budgetMs: 10_000));
    expect(array_map(static fn (Reading $one): string => $one->symbol->content->text, $outcome->readings))->toBe([$text]);
})->with(array_keys(FAR_BLURS), [2, 4]);

it('says by which step it was read, and takes nothing for a symbol in noise', function (): void {
    [$plane] = farBlurred('step', 3, blurFar('moved'));
    $found = array_values(array_filter((new Reader)->read($plane, new ReadOptions(budgetMs: 10_000))->steps, static fn (StepTime $step): bool => $step->found));
    expect($found)->toHaveCount(1)->and([SearchStep::MatchedQuarter, SearchStep::MatchedHalf])->toContain($found[0]->step);
    $chance = new Chance('noise');
    $pixels = '';
    for ($i = 0; $i < 200 * 200; $i++) {
        $pixels .= chr((int) max(0, min(255, 128 + 40 * $chance->normal())));
    }
    $reader = new BlurredReader(Pyramid::of(new LuminancePlane(200, 200, $pixels))->whole(), ReadBudget::of(20_000));
    expect([$reader->read(0), $reader->read(1), $reader->read(9)])->toBe([null, null, null]);
});

it('stops when its time is over', function (): void {
    [$plane] = farBlurred('time', 3, blurFar('moved'));
    expect((new BlurredReader(Pyramid::of($plane)->whole(), ReadBudget::of(0.0)))->read(1))->toBeNull();
    $whole = ReadBudget::of(60_000);
    expect($whole->part(0.0, 0.0)->isSpent())->toBeTrue()
        ->and($whole->part(0.0, 0.5)->isSpent())->toBeFalse()
        ->and($whole->part(90_000, 0.0)->isSpent())->toBeFalse()
        ->and(ReadBudget::of(0.0)->part(5_000, 0.5)->isSpent())->toBeTrue();
});
