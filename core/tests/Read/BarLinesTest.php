<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Linear\Code128;
use KeenGlyph\Core\Linear\Ean;
use KeenGlyph\Core\Read\BarDirections;
use KeenGlyph\Core\Read\BarHit;
use KeenGlyph\Core\Read\BarLineReader;
use KeenGlyph\Core\Read\BarPlaces;
use KeenGlyph\Core\Read\BarText;
use KeenGlyph\Core\Read\BlockShadow;
use KeenGlyph\Core\Read\GreyPlane;
use KeenGlyph\Core\Read\LineField;
use KeenGlyph\Core\Read\LineVotes;
use KeenGlyph\Core\Read\PictureLine;

// How lines are laid across a picture, what one reads, and what several of them agree on.

/** A plane that grows lighter from column to column. */
function slopingPlane(int $width, int $height): GreyPlane
{
    $row = implode('', array_map(static fn (int $x): string => chr(2 * $x), range(0, $width - 1)));

    return GreyPlane::of(new LuminancePlane($width, $height, str_repeat($row, $height)));
}

/** A plane of bars that all run from top to bottom. */
function barredPlane(string $pattern, int $modulePx, int $height = 60): GreyPlane
{
    $row = implode('', array_map(static fn (string $module): string => str_repeat($module === '1' ? "\x10" : "\xf0", $modulePx), str_split(str_repeat('0', 12).$pattern.str_repeat('0', 12))));

    return GreyPlane::of(new LuminancePlane(strlen($row), $height, str_repeat($row, $height)));
}

/** @return list<BarHit> what so many lines read, each a pixel below the last and shifted by this along it */
function hitsBelowEachOther(int $count, float $shift, string $symbology = 'ean13'): array
{
    $text = new BarText($symbology, '9521234567899', 59, 95);

    return array_map(static fn (int $k): BarHit => new BarHit($text, 10.0 + $k, [20 + $shift * $k, 10.0 + $k], [210 + $shift * $k, 10.0 + $k], false), range(0, $count - 1));
}

it('covers a picture with lines at any angle, each inside of it from its first step to its last', function (float $degrees): void {
    [$width, $height] = [120, 90];
    $field = LineField::of(slopingPlane($width, $height), $degrees, BarPlaces::anywhere());
    $seen = [];
    for ($at = $field->first; $at < $field->last; $at++) {
        expect($field->crossesBars($at))->toBeTrue();
        $line = $field->line($at);
        if ($line === null) {
            continue;
        }
        $steps = count($line->greys());
        $ends = $line->hit(new BarText('ean13', '', 59, 95), 0.0, $steps - 1.0, false);
        foreach ([$ends->from, $ends->to] as [$x, $y]) {
            expect($x)->toBeGreaterThanOrEqual(-0.01)->toBeLessThan($width)->and($y)->toBeGreaterThanOrEqual(-0.01)->toBeLessThan($height);
        }
        $run = rad2deg(atan2($ends->to[1] - $ends->from[1], $ends->to[0] - $ends->from[0]));
        expect(abs($run - $degrees))->toBeLessThan(0.01)->and($ends->at)->toBe($at);
        for ($k = 0; $k < $steps; $k++) {
            $place = $line->hit($ends->text, (float) $k, 0.0, false)->from;
            $seen[(int) round($place[0]).' '.(int) round($place[1])] = true;
        }
    }
    // What is left out lies in corners where a line is too short for a symbol.
    expect(count($seen))->toBeGreaterThan(0.5 * $width * $height);
})->with([0.0, 90.0, 30.0, 63.0, 117.0, 150.0]);

it('sees the greys along a line, and none where it is too short or outside', function (): void {
    $plane = slopingPlane(104, 50);
    $line = LineField::of($plane, 0.0, BarPlaces::anywhere())->line(20.0);
    assert($line instanceof PictureLine);
    $upright = LineField::of($plane, 90.0, BarPlaces::anywhere())->line(77.0);
    assert($upright instanceof PictureLine);
    expect($line->greys())->toBe(array_map(static fn (int $x): int => ord($plane->pixels[20 * 104 + $x]), range(0, 103)))
        ->and(array_unique($upright->greys()))->toBe([ord($plane->pixels[77])])
        ->and(LineField::of($plane, 0.0, BarPlaces::anywhere())->line(-1.0))->toBeNull()
        ->and(LineField::of($plane, 0.0, BarPlaces::anywhere())->line(50.0))->toBeNull()
        // 30 rows have no room for a symbol that stands upright.
        ->and(LineField::of(slopingPlane(100, 30), 90.0, BarPlaces::anywhere())->line(20.0))->toBeNull();
});

it('leaves out lines that cross no row of bars', function (): void {
    $blocks = array_map(static fn (int $k): array => [20.0 + 16 * $k, 100.0, 0.0], range(0, 6));
    $field = LineField::of(slopingPlane(200, 200), 0.0, new BarPlaces($blocks, 16.0));
    expect($field->crossesBars(100.0))->toBeTrue()->and($field->crossesBars(40.0))->toBeFalse()->and($field->crossesBars(180.0))->toBeFalse();
});

it('reads a line in both directions, and says where on it the symbol lies', function (): void {
    $lines = new BarLineReader;
    $plane = barredPlane(Ean::ean13('952123456789')->pattern, 3);
    $forth = LineField::of($plane, 0.0, BarPlaces::anywhere())->line(30.0);
    $back = LineField::of($plane, 180.0, BarPlaces::anywhere())->line(30.0);
    assert($forth !== null && $back !== null);
    [$hit, $turned] = [$lines->read($forth)[0][0], $lines->read($back)[0][0]];
    expect($hit->text->text)->toBe($turned->text->text)->toStartWith('952123456789')
        ->and([$hit->backwards, $turned->backwards])->toBe([false, true])
        ->and($hit->from[0])->toEqualWithDelta(36.0, 1.0)->and($hit->to[0])->toEqualWithDelta(36 + 95 * 3, 1.0)
        ->and($turned->from[0])->toEqualWithDelta($hit->from[0], 1.5)->and($turned->to[0])->toEqualWithDelta($hit->to[0], 1.5);
});

it('reads two symbols that stand on one line', function (): void {
    $pattern = Ean::ean8('9521234')->pattern.str_repeat('0', 20).Code128::encode('HIVE-07')->pattern;
    $line = LineField::of(barredPlane($pattern, 3), 0.0, BarPlaces::anywhere())->line(30.0);
    assert($line !== null);
    expect(array_map(static fn (BarHit $hit): string => $hit->text->symbology, (new BarLineReader)->read($line)[0]))->toBe(['ean8', 'code128']);
});

it('believes what enough lines side by side agree on, and nothing that is scattered', function (): void {
    $read = static function (array $hits, int $most = PHP_INT_MAX): int {
        $votes = new LineVotes(1.0);
        $votes->add($hits);

        return count($votes->agreed(1.0, $most));
    };
    $scattered = array_map(static fn (BarHit $hit, int $k): BarHit => new BarHit($hit->text, 40.0 * $k, [20.0, 40.0 * $k], [210.0, 40.0 * $k], false), hitsBelowEachOther(4, 0.0), [0, 1, 2, 3]);
    $uneven = array_map(static fn (BarHit $hit, int $k): BarHit => new BarHit($hit->text, $hit->at, $hit->from, [100.0 + 60 * $k, $hit->to[1]], false), hitsBelowEachOther(4, 0.0), [0, 1, 2, 3]);
    expect($read(hitsBelowEachOther(3, 0.5)))->toBe(1)
        ->and($read(hitsBelowEachOther(2, 0.5)))->toBe(0)
        // Code 128 checks itself better than EAN-8.
        ->and($read(hitsBelowEachOther(2, 0.5, 'code128')))->toBe(1)->and($read(hitsBelowEachOther(3, 0.5, 'ean8')))->toBe(0)
        // A picture of four rows has room for two lines.
        ->and($read(hitsBelowEachOther(2, 0.5), 2))->toBe(1)
        ->and($read($scattered))->toBe(0)->and($read($uneven))->toBe(0)->and($read(hitsBelowEachOther(4, 30.0)))->toBe(0);
});

it('keeps the text with most votes where two lie at one place, and gives its corners from the upper left on', function (): void {
    $votes = new LineVotes(1.0);
    $votes->add(hitsBelowEachOther(6, 0.0));
    expect($votes->areUnanimous())->toBeTrue();
    $other = new BarText('ean13', '9529999999995', 59, 95);
    $votes->add(array_map(static fn (BarHit $hit): BarHit => new BarHit($other, $hit->at, $hit->from, $hit->to, false), hitsBelowEachOther(4, 0.0)));
    $readings = $votes->agreed(2.0);
    expect($votes->areUnanimous())->toBeFalse()->and($readings)->toHaveCount(1)
        ->and($readings[0]->text)->toBe('9521234567899')->and($readings[0]->lines)->toBe(6)
        ->and(array_map(static fn ($corner): array => [$corner->x, $corner->y], $readings[0]->corners))->toBe([[40.0, 20.0], [420.0, 20.0], [420.0, 30.0], [40.0, 30.0]]);
});

it('tells the likeliest direction of bars, across the half turn too', function (): void {
    $bars = BarDirections::of([...array_fill(0, 5, deg2rad(178.0)), ...array_fill(0, 5, deg2rad(2.0)), ...array_fill(0, 4, deg2rad(70.0))]);
    $slanted = BarDirections::of([...array_fill(0, 8, deg2rad(31.0)), ...array_fill(0, 7, deg2rad(33.0))]);
    expect($bars->count())->toBe(14)->and($bars->most())->toBe(10)->and($bars->areBars())->toBeTrue()
        // Level lines are laid anyhow, and four blocks are no bars.
        ->and($bars->angles())->toBe([])
        ->and($slanted->angles()[0])->toEqualWithDelta(32.0, 1.0)
        // Bars of little more than a pixel are seen eleven degrees nearer to the diagonal.
        ->and($slanted->fineAngles()[0])->toEqualWithDelta(21.0, 1.0)
        ->and(BarDirections::of(array_fill(0, 9, deg2rad(160.0)))->fineAngles()[0])->toEqualWithDelta(171.0, 1.0)
        ->and(BarDirections::of([])->areBars())->toBeFalse()->and(BarDirections::of([])->angles())->toBe([]);
});

it('tells a shadow with something in it from the dark of letters and from a black wall', function (): void {
    $seen = static fn (int $lightest, float $change): string => BlockShadow::seen($lightest, $change);
    [$light, $black, $stirring] = [$seen(90, 40.0), $seen(20, 0.1), $seen(20, 4.0)];
    $square = static fn (string $in, int $side): string => implode('', array_map(static fn (int $row): string => str_repeat($in, $row < $side ? $side : 0).str_repeat($light, $row < $side ? 12 - $side : 12), range(0, 11)));
    expect($light)->toBe(BlockShadow::LIGHT)
        ->and(BlockShadow::isAmong($square($stirring, 3), 12, 144))->toBeTrue()
        ->and(BlockShadow::isAmong($square($stirring, 2), 12, 144))->toBeFalse()
        ->and(BlockShadow::isAmong($square($black, 6), 12, 144))->toBeFalse()
        // Slats throw shadows of a block each: a fourteenth of them all is enough.
        ->and(BlockShadow::isAmong(str_repeat($light.$light.$light.$light.$light.$light.$light.$light.$light.$stirring.$light.$light, 12), 12, 144))->toBeTrue()
        ->and(BlockShadow::isAmong(str_repeat($light, 143).$stirring, 12, 144))->toBeFalse();
});
