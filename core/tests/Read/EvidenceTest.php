<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Linear\Ean;
use KeenGlyph\Core\Read\BarPlaces;
use KeenGlyph\Core\Read\DarkPlaces;
use KeenGlyph\Core\Read\Effort;
use KeenGlyph\Core\Read\GreyPlane;
use KeenGlyph\Core\Read\LinearReader;
use KeenGlyph\Core\Read\LinearReading;
use KeenGlyph\Core\Read\Pyramid;
use KeenGlyph\Core\Read\ReadBudget;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\SearchStep;
use KeenGlyph\Core\Read\SoftBlocks;
use KeenGlyph\Core\Read\StepTime;
use KeenGlyph\Core\Read\Texture;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;

// What is looked at before a step is taken: where bars may stand, and whether anything lies in a shadow.

/** @param  callable(int, int): int  $grey */
function evidencePicture(callable $grey, int $width = 400, int $height = 320): LuminancePlane
{
    $pixels = '';
    for ($y = 0; $y < $height; $y++) {
        for ($x = 0; $x < $width; $x++) {
            $pixels .= chr(max(0, min(255, $grey($x, $y))));
        }
    }

    return new LuminancePlane($width, $height, $pixels);
}

/** @return list<array{float, float, float}> blocks in a row from a place on, at an angle, that change along it */
function blocksInRow(int $count, float $x, float $y, float $degrees): array
{
    return array_map(static fn (int $k): array => [$x + 16 * $k * cos(deg2rad($degrees)), $y + 16 * $k * sin(deg2rad($degrees)), deg2rad($degrees)], range(0, $count - 1));
}

it('lays lines only where several blocks in a row change along them', function (float $degrees): void {
    $places = new BarPlaces(blocksInRow(6, 200.0, 200.0, $degrees), 16.0);
    $lines = (array) $places->lines($degrees);
    [$dx, $dy] = [cos(deg2rad($degrees)), sin(deg2rad($degrees))];
    $row = $places->row(200.0, 200.0, $dx, $dy);
    // Any place on the line is in the same row, give or take one for rounding, and the row is wanted; those far aside are not.
    expect(abs($places->row(200 + 37 * $dx, 200 + 37 * $dy, 2 * $dx, 2 * $dy) - $row))->toBeLessThanOrEqual(1)
        ->and($lines)->toHaveKey($row)
        ->and(count($lines))->toBeLessThanOrEqual(3)
        ->and($lines)->not->toHaveKey($row + 4)->not->toHaveKey($row - 4)
        // Nor are lines along the bars.
        ->and($places->lines($degrees + 90))->toBe([]);
})->with([0.0, 25.0, 90.0, 118.0, 160.0]);

it('sees every edge of bars as wide as blocks, and of such as are finer', function (int $modulePx): void {
    for ($i = 0; $i < 4; $i++) {
        $bars = Ean::ean8(sprintf('952%04d', chance(0, 9999)))->pattern;
        $plane = evidencePicture(static fn (int $x, int $y): int => $y > 20 && $y < 120 && ($bars[intdiv($x, $modulePx) - 10] ?? '0') === '1' ? 0 : 255, 90 * $modulePx, 700);
        expect(Texture::of(Pyramid::of($plane))->bars()->lines(0.0))->not->toBe([]);
    }
})->with([1, 2, 4, 7, 14, 20]);

it('takes few blocks, scattered ones, and such as change every way for no bars', function (): void {
    $row = blocksInRow(6, 100.0, 100.0, 0.0);
    $scattered = array_map(static fn (array $block, int $k): array => [$block[0] * 3, $block[1] + 50 * $k, $block[2]], $row, array_keys($row));
    $turning = array_map(static fn (array $block, int $k): array => [$block[0], $block[1], deg2rad([-38, 30, -5, 38, 0, -28][$k])], $row, array_keys($row));
    expect((new BarPlaces($row, 16.0))->lines(0.0))->not->toBe([])
        ->and((new BarPlaces(array_slice($row, 0, 3), 16.0))->lines(0.0))->toBe([])
        ->and((new BarPlaces($scattered, 16.0))->lines(0.0))->toBe([])
        ->and((new BarPlaces($turning, 16.0))->lines(0.0))->toBe([])
        ->and(BarPlaces::anywhere()->lines(0.0))->toBeNull();
});

it('reads bars on the lines that are left as on all of them', function (float $noise): void {
    $bars = Ean::ean13('952123456789')->pattern;
    $bars = str_repeat('0', 12).$bars.str_repeat('0', 12);
    $plane = evidencePicture(static function (int $x, int $y) use ($bars, $noise): int {
        $isDark = $y > 130 && $y < 190 && ($bars[intdiv($x - 20, 3)] ?? '0') === '1' && $x >= 20;

        return (int) (($isDark ? 40 : 215) + $noise * (chance(-100, 100) + chance(-100, 100)) / 100);
    });
    $pyramid = Pyramid::of($plane);
    $texture = Texture::of($pyramid);
    $every = (new LinearReader)->level($pyramid, ReadBudget::of(10_000), [], BarPlaces::anywhere());
    $some = (new LinearReader)->level($pyramid, ReadBudget::of(10_000), [], $texture->bars());
    $texts = static fn (array $readings): array => array_map(static fn (LinearReading $one): string => $one->text, $readings);
    expect($every)->toHaveCount(1)->and($texts($some))->toBe($texts($every))
        ->and(count((array) $texture->bars()->lines(0.0)))->toBeLessThan(8);
})->with([0.0, 2.0, 4.0]);

it('sees shadows by squares of blocks or by much of the picture, and not by the dark of letters', function (): void {
    $checks = static fn (int $x, int $y): bool => (intdiv($x, 7) + intdiv($y, 7)) % 2 === 0;
    $shade = static fn (callable $isDeep): Texture => Texture::of(Pyramid::of(evidencePicture(static fn (int $x, int $y): int => $isDeep($x, $y) ? ($checks($x, $y) ? 4 : 30) : 235)));
    expect($shade(static fn (int $x, int $y): bool => $x > 100 && $x < 190 && $y > 100 && $y < 190)->hasShade())->toBeTrue()
        ->and($shade(static fn (int $x): bool => $x % 120 < 36)->hasShade())->toBeTrue()
        // Strokes of ten pixels on paper.
        ->and($shade(static fn (int $x, int $y): bool => $x % 40 < 10 && $y % 40 < 25)->hasShade())->toBeFalse()
        ->and($shade(static fn (): bool => false)->hasShade())->toBeFalse();
});

/** Letters, as far as a reader can tell: sharp, dark on light. */
function pageOfLetters(int $x, int $y): int
{
    return crc32(intdiv($x, 4).' '.intdiv($y, 4)) % 3 === 0 ? 30 : 220;
}

/** @return list<SearchStep> */
function stepsTaken(LuminancePlane $picture, Effort $effort): array
{
    return array_map(static fn (StepTime $time): SearchStep => $time->step, (new Reader)->read($picture, new ReadOptions(effort: $effort, budgetMs: 10_000))->steps);
}

it('takes no step for shadows where there is none', function (): void {
    $faint = evidencePicture(static fn (int $x, int $y): int => $x < 40 && $y < 40 ? 5 : max(130, pageOfLetters($x, $y)));
    expect(stepsTaken($faint, Effort::Usual))->toContain(SearchStep::Overview, SearchStep::RingHalf)->not->toContain(SearchStep::ShadeHalf);
});

it('reads a symbol without its quiet zone on dark ground, and looks for none such on paper', function (): void {
    $matrix = Encoder::encode('https://fennmoor.example/hive/7', new EncodeOptions)->matrix;
    $n = count($matrix->rows);
    $on = static fn (int $ground): LuminancePlane => evidencePicture(static function (int $x, int $y) use ($matrix, $n, $ground): int {
        [$column, $row] = [intdiv($x - 120, 3), intdiv($y - 90, 3)];

        return $x >= 120 && $y >= 90 && $column < $n && $row < $n ? ($matrix->isDark($column, $row) ? 30 : 220) : $ground;
    });
    $dark = Texture::of(Pyramid::of($on(30)));
    $read = (new Reader)->read($on(30), new ReadOptions(budgetMs: 10_000));
    expect($dark->hasDark())->toBeTrue()->and($dark->hasSoft())->toBeFalse()
        ->and($read->readings[0]->symbol->content->text ?? null)->toBe('https://fennmoor.example/hive/7')
        ->and(Texture::of(Pyramid::of($on(220)))->hasDark())->toBeFalse()
        ->and(Texture::of(Pyramid::of(evidencePicture(pageOfLetters(...))))->hasDark())->toBeFalse();
});

it('looks through no blur where all is sharp, unless it is told to be patient', function (): void {
    $page = evidencePicture(pageOfLetters(...));
    $soft = [SearchStep::RingQuarter, SearchStep::RingHalf, SearchStep::MatchedHalf];
    expect(stepsTaken($page, Effort::Usual))->toContain(SearchStep::Overview, SearchStep::NearFull)->not->toContain(...$soft)
        ->and(stepsTaken($page, Effort::Patient))->toContain(...$soft);
});

it('counts soft blocks until there are as many as a symbol has', function (): void {
    $side = 16;
    $blocks = 40;
    // Blocks in a row: those that are soft are waves, the others have an edge in the middle.
    $enough = static function (int $soft) use ($side, $blocks): bool {
        $width = $side * $blocks + 8;
        $row = '';
        for ($x = 0; $x < $width; $x++) {
            $row .= chr(intdiv($x, $side) < $soft ? (int) (64 + 50 * sin($x / 2.5)) : ($x % $side < 8 ? 10 : 120));
        }
        $offsets = array_map(static fn (int $i): int => $i * 7 % $side + intdiv($i, 2) * $width, range(0, 31));

        return (new SoftBlocks(new GreyPlane($width, $side + 1, str_repeat($row, $side + 1)), array_map(static fn (int $k): int => $k * $side, range(0, $blocks - 1)), $side, $offsets, 0.5))->areEnough();
    };
    expect($enough(0))->toBeFalse()->and($enough(7))->toBeFalse()->and($enough(8))->toBeTrue()->and($enough(40))->toBeTrue();
});

it('sees what is blurred, faint or noisy on a page that is sharp, as small as a symbol may be', function (callable $grey): void {
    $hasSoft = static fn (callable $on): bool => Texture::of(Pyramid::of(evidencePicture($on, 800, 640)))->hasSoft();
    $patched = static fn (int $side): Closure => static fn (int $x, int $y): int => $x >= 203 && $y >= 99 && $x < 203 + $side && $y < 99 + $side ? $grey($x, $y) : pageOfLetters($x, $y);
    expect($hasSoft($patched(64)))->toBeTrue()->and($hasSoft($patched(0)))->toBeFalse();
})->with([
    'blurred' => [static fn (int $x, int $y): int => (int) (125 + 95 * sin($x / 2.5) * cos($y / 2.5))],
    'faint' => [static fn (int $x, int $y): int => (intdiv($x, 3) + intdiv($y, 3)) % 2 === 0 ? 150 : 220],
    'noisy' => [static fn (): int => 125 + chance(-32, 32) + chance(-32, 32) + chance(-32, 32)],
]);

it('looks at pictures of any size, however little there is of them', function (int $width, int $height): void {
    $plane = evidencePicture(static fn (): int => chance(0, 1) * 220, $width, $height);
    foreach ([Effort::Quick, Effort::Usual, Effort::Patient] as $effort) {
        $outcome = (new Reader)->read($plane, new ReadOptions(effort: $effort, budgetMs: 1_000));
        expect($outcome->readings)->toBe([])->and($outcome->linear)->toBe([])->and($outcome->failure)->not->toBeNull();
    }
    expect(DarkPlaces::of(Pyramid::of($plane)->whole(), 0))->toBeArray();
})->with([[1, 1], [1, 40], [40, 1], [3, 3], [8, 2], [9, 17], [23, 23], [24, 24], [31, 12], [49, 97], [300, 5]]);
