<?php

declare(strict_types=1);

use KeenGlyph\Bench\Reading\Pictures;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Effort;
use KeenGlyph\Core\Read\Ending;
use KeenGlyph\Core\Read\FinderScan;
use KeenGlyph\Core\Read\FinderTripletGrouper;
use KeenGlyph\Core\Read\GreyPlane;
use KeenGlyph\Core\Read\GreySampler;
use KeenGlyph\Core\Read\GridFitter;
use KeenGlyph\Core\Read\KnownPlaceReader;
use KeenGlyph\Core\Read\LocalBinariser;
use KeenGlyph\Core\Read\NearPlace;
use KeenGlyph\Core\Read\PixelWindow;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Read\Pyramid;
use KeenGlyph\Core\Read\ReadBudget;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\Search;
use KeenGlyph\Core\Read\SearchStep;
use KeenGlyph\Core\Read\StepTime;
use KeenGlyph\Core\Read\Surroundings;
use KeenGlyph\Core\Read\SymbolFrame;
use KeenGlyph\Core\Read\Texture;
use KeenGlyph\Core\Read\TimeIsUp;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\Version;

/** A picture of one grey with symbols pasted in: matrix, left, top, pixels a module. */
function pasted(int $width, int $height, array $symbols, int $ground = 230): LuminancePlane
{
    $rows = array_fill(0, $height, str_repeat(chr($ground), $width));
    foreach ($symbols as [$matrix, $left, $top, $px]) {
        foreach ($matrix->rows as $row => $line) {
            $pixels = '';
            foreach (str_split($line) as $module) {
                $pixels .= str_repeat(chr($module === '1' ? 25 : $ground), $px);
            }
            for ($i = 0; $i < $px; $i++) {
                $rows[$top + $row * $px + $i] = substr_replace($rows[$top + $row * $px + $i], $pixels, $left, strlen($pixels));
            }
        }
    }

    return new LuminancePlane($width, $height, implode('', $rows));
}

function symbolOf(string $text): ModuleMatrix
{
    return Encoder::encode($text, new EncodeOptions(version: Version::of(2)))->matrix;
}

/** @return list<string> */
function stepsOf(array $steps): array
{
    return array_map(static fn (StepTime $time): string => $time->step->value, $steps);
}

it('stops at once when the rest of a picture is blank', function () {
    $plane = pasted(400, 300, [[symbolOf('hive 7'), 60, 60, 4]]);
    $drawn = (new Reader)->read($plane);
    // A pixel of another grey, and it is no drawing any more.
    $other = (new Reader)->read(new LuminancePlane(400, 300, substr_replace($plane->pixels, chr(ord($plane->pixels[0]) ^ 8), 0, 1)));
    expect($drawn->readings)->toHaveCount(1)->and($drawn->ending)->toBe(Ending::Complete)->and(stepsOf($drawn->steps))->toBe(['drawn'])
        ->and($other->readings)->toHaveCount(1)->and($other->ending)->toBe(Ending::Complete)->and(stepsOf($other->steps))->toBe(['drawn', 'overview']);
});

it('finds the small symbol beside a large one', function () {
    $outcome = (new Reader)->read(pasted(700, 400, [[symbolOf('large'), 40, 40, 10], [symbolOf('small'), 500, 200, 2]]));
    $texts = array_map(fn ($reading) => $reading->symbol->content->text, $outcome->readings);
    sort($texts);
    expect($texts)->toBe(['large', 'small']);
});

it('says why it stopped when nothing was read', function () {
    $bare = (new Reader)->read(pasted(400, 300, []));
    expect($bare->ending)->toBe(Ending::Nothing)->and($bare->hint())->toContain('No symbol was found');
    $picture = (new Pictures)->make('nothing', 3, 6, 'endings', true);
    $plane = (new PictureDecoder)->decode($picture['bytes']);
    $usual = (new Reader)->read($plane, new ReadOptions(budgetMs: ReadOptions::MAX_BUDGET));
    expect($usual->ending)->toBe(Ending::Effort)->and($usual->hint())->toContain('patient');
    $patient = (new Reader)->read($plane, new ReadOptions(budgetMs: ReadOptions::MAX_BUDGET, effort: Effort::Patient));
    expect($patient->ending)->toBe(Ending::Nothing)->and(count($patient->steps))->toBeGreaterThan(count($usual->steps));
    $hurried = (new Reader)->read($plane, new ReadOptions(budgetMs: ReadOptions::MIN_BUDGET));
    expect($hurried->ending)->toBe(Ending::Time)->and($hurried->hint())->toContain('allow more');
});

it('takes the steps of its effort and no others, in their order', function () {
    $plane = (new PictureDecoder)->decode((new Pictures)->make('nothing', 4, 6, 'efforts', true)['bytes']);
    $order = array_column(SearchStep::cases(), 'value');
    foreach (Effort::cases() as $effort) {
        $steps = (new Reader)->read($plane, new ReadOptions(budgetMs: ReadOptions::MAX_BUDGET, effort: $effort))->steps;
        $taken = stepsOf($steps);
        expect($taken)->toBe(array_values(array_intersect($order, $taken)))->and($taken)->not->toBe([]);
        foreach ($steps as $time) {
            expect($effort->covers($time->step->effort()))->toBeTrue($time->step->value);
        }
    }
    expect(Effort::Patient->covers(Effort::Quick))->toBeTrue()->and(Effort::Quick->covers(Effort::Usual))->toBeFalse();
});

it('gives a quick reading a time that grows with the picture', function () {
    expect(Effort::Quick->within(1500, 1_000_000))->toBe(100.0)
        ->and(Effort::Quick->within(1500, 500 * 400))->toBe(30.0)
        ->and(Effort::Quick->within(20, 4_000_000))->toBe(20.0)
        ->and(Effort::Usual->within(1500, 1_000_000))->toBe(1500.0)
        ->and((new ReadOptions)->budgetMs)->toBe(1500.0)
        ->and((new ReadOptions(effort: Effort::Patient))->budgetMs)->toBe(5000.0)
        ->and((new ReadOptions(budgetMs: 700, effort: Effort::Patient))->within(300)->effort)->toBe(Effort::Patient);
});

it('breaks off what takes long at the end of its time, wherever it is', function () {
    $plane = pasted(640, 480, [[symbolOf('held'), 320, 250, 4]]);
    $over = ReadBudget::of(0.0);
    $pyramid = Pyramid::of($plane);
    $triplet = FinderTripletGrouper::group(FinderScan::find($pyramid->bits(0), 1, 11))[0];
    $window = PixelWindow::around($pyramid->level(0), $triplet, 4.0, ReadBudget::of(200.0));
    usleep(250_000);
    foreach ([
        'a part of the picture' => fn () => PixelWindow::around($pyramid->level(0), $triplet, 4.0, $over),
        'levels' => fn () => Pyramid::of($plane, $over)->level(1),
        'two tones' => fn () => LocalBinariser::binarise($pyramid->level(0), $pyramid->level(0)->rows(), null, budget: $over),
        'texture' => fn () => Texture::of($pyramid, [], $over),
        'patterns that belong together' => fn () => FinderTripletGrouper::group([$triplet->topLeft], $over),
        'grids' => fn () => GridFitter::fit($window, $triplet, Version::of(2), 4.0),
        'modules' => fn () => GreySampler::sample($window, GridFitter::parallel($window, $triplet, Version::of(2))),
    ] as $what => $long) {
        expect($long)->toThrow(TimeIsUp::class, '', $what);
    }
    // The same in time does not.
    $window = PixelWindow::around($pyramid->level(0), $triplet, 4.0, ReadBudget::of(10_000));
    expect(GridFitter::fit($window, $triplet, Version::of(2), 4.0)[1])->toBeGreaterThan(0.9);
});

it('says that its time was over, whatever it was to look for', function (Effort $effort, array $symbologies) {
    $plane = pasted(1600, 1200, [[symbolOf('held'), 320, 250, 4]]);
    $outcome = (new Search($plane, new ReadOptions($symbologies, effort: $effort), ReadBudget::of(0.0)))->run();
    expect($outcome->ending)->toBe(Ending::Time)->and($outcome->readings)->toBe([])->and($outcome->failure)->not->toBeNull();
})->with(Effort::cases())->with([[['qr']], [['ean13']], [ReadOptions::SYMBOLOGIES]]);

it('leaves out what was not asked for', function () {
    $steps = stepsOf((new Reader)->read((new PictureDecoder)->decode((new Pictures)->make('nothing', 2, 6, 'wishes', true)['bytes']), new ReadOptions(['ean13']))->steps);
    expect(array_diff($steps, ['level_bars', 'slanted_bars', 'blurred_bars', 'every_angle']))->toBe([]);
});

it('looks first where a symbol was, and tells its place in the whole picture', function () {
    $plane = pasted(640, 480, [[symbolOf('held'), 320, 250, 4], [symbolOf('other'), 40, 40, 4]]);
    $away = [new Point(308, 262), new Point(408, 262), new Point(408, 362), new Point(308, 362)];
    $outcome = (new Reader)->read($plane, new ReadOptions(near: NearPlace::of($away)));
    expect($outcome->ending)->toBe(Ending::Near)->and($outcome->readings)->toHaveCount(1);
    $reading = $outcome->readings[0];
    expect($reading->symbol->content->text)->toBe('held')
        ->and($reading->frame->corners[0]->toArray())->toEqualWithDelta([320, 250], 1.5)
        ->and($reading->frame->corners[2]->toArray())->toEqualWithDelta([420, 350], 1.5)
        ->and($reading->geometry->at(12.5, 12.5)->toArray())->toEqualWithDelta([370, 300], 1.5)
        // Sampled from the whole picture at the place where it is.
        ->and($reading->grid()->reflectance(0, 0))->toBeLessThan(0.2)
        ->and($reading->grid()->reflectance(7, 0))->toBeGreaterThan(0.8);
});

it('finds a symbol that has gone from where it was', function () {
    $plane = pasted(640, 480, [[symbolOf('gone'), 40, 40, 4]]);
    $near = NearPlace::of([new Point(500, 300), new Point(600, 400)]);
    $outcome = (new Reader)->read($plane, new ReadOptions(near: $near));
    expect($outcome->readings[0]->symbol->content->text)->toBe('gone')->and($outcome->ending)->not->toBe(Ending::Near);
});

it('takes no place beside the picture, none that is most of it, and none that is none', function () {
    $plane = pasted(200, 200, []);
    expect(NearPlace::of([new Point(900, 900), new Point(990, 990)])->part($plane))->toBeNull()
        ->and(NearPlace::of([new Point(10, 10), new Point(190, 190)])->part($plane))->toBeNull()
        ->and(NearPlace::of([new Point(-50, -50), new Point(40, 40)])->part($plane))->not->toBeNull()
        ->and(fn () => NearPlace::of([new Point(1, 1)]))->toThrow(InvalidArgumentException::class)
        ->and(fn () => NearPlace::of([new Point(NAN, 1), new Point(2, 2)]))->toThrow(InvalidArgumentException::class);
});

it('reads our own drawing at its known place, every module from the pixels', function () {
    foreach ([1, 3, 9, 25] as $number) {
        $version = Version::of($number);
        $matrix = Encoder::encode($text = "version $number at its place", new EncodeOptions(version: Version::of(max(2, $number))))->matrix;
        $n = $matrix->size();
        [$px, $left] = [3, 17];
        $plane = pasted($n * $px + 40, $n * $px + 40, [[$matrix, $left, $left, $px]]);
        $far = $left + $n * $px;
        $corners = [new Point($left, $left), new Point($far, $left), new Point($far, $far), new Point($left, $far)];
        $reading = KnownPlaceReader::read($plane, Version::of(max(2, $number)), $corners);
        expect($reading->symbol->content->text)->toBe($text)->and($reading->symbol->corrected)->toBe(0);
        // A module that is wrong in the pixels is seen to be.
        $spoilt = $plane->pixels;
        for ($y = 0; $y < $px; $y++) {
            $at = ($left + ($n - 1) * $px + $y) * $plane->width + $left + ($n - 1) * $px;
            $spoilt = substr_replace($spoilt, strtr(substr($spoilt, $at, $px), chr(25).chr(230), chr(230).chr(25)), $at, $px);
        }
        expect(KnownPlaceReader::read(new LuminancePlane($plane->width, $plane->height, $spoilt), Version::of(max(2, $number)), $corners)->symbol->corrected)->toBe(1);
    }
    expect(fn () => KnownPlaceReader::read(pasted(100, 100, []), Version::of(2), [new Point(10, 10), new Point(60, 10), new Point(60, 60), new Point(10, 60)]))->toThrow(Unreadable::class);
});

it('sees what is left beside a symbol, however small', function () {
    $frame = new SymbolFrame(25, [new Point(60, 60), new Point(160, 60), new Point(160, 160), new Point(60, 160)], 4.0);
    $blank = pasted(400, 300, [[symbolOf('hive 7'), 60, 60, 4]]);
    expect(Surroundings::areBlank(GreyPlane::of($blank), [$frame]))->toBeTrue()
        ->and(Surroundings::areBlank(Pyramid::of($blank)->level(2), [$frame]))->toBeTrue();
    $speck = $blank->pixels;
    $speck = substr_replace($speck, str_repeat(chr(25), 4), 250 * 400 + 300, 4);
    expect(Surroundings::areBlank(GreyPlane::of(new LuminancePlane(400, 300, $speck)), [$frame]))->toBeFalse()
        ->and(Surroundings::areBlank(GreyPlane::of($blank), []))->toBeFalse();
});

it('tells which part of a line a turned symbol takes', function () {
    // A square on its corner.
    $frame = new SymbolFrame(21, [new Point(50, 10), new Point(90, 50), new Point(50, 90), new Point(10, 50)], 2.7);
    expect($frame->along(50.0))->toEqualWithDelta([10.0, 90.0], 1e-6)
        ->and($frame->along(30.0))->toEqualWithDelta([30.0, 70.0], 1e-6)
        ->and($frame->along(5.0))->toBeNull()->and($frame->along(95.0))->toBeNull()
        ->and($frame->along(95.0, 10.0))->not->toBeNull()
        ->and($frame->wider(10.5)->along(50.0))->toEqualWithDelta([-30.0, 130.0], 1e-6)
        ->and($frame->covers(50, 5))->toBeFalse()->and($frame->wider(2.0)->covers(50, 5))->toBeTrue();
});

it('knows bars by their direction, modules by having none, and a wall by nothing', function () {
    $drawn = static function (callable $grey): Pyramid {
        $pixels = '';
        for ($y = 0; $y < 240; $y++) {
            for ($x = 0; $x < 320; $x++) {
                $pixels .= chr((int) $grey($x, $y));
            }
        }

        return Pyramid::of(new LuminancePlane(320, 240, $pixels));
    };
    foreach ([20, 45, 110, 160] as $degrees) {
        [$c, $s] = [cos(deg2rad($degrees)), sin(deg2rad($degrees))];
        $bars = Texture::of($drawn(static fn (int $x, int $y): int => (int) floor(($x * $c + $y * $s) / 4) % 2 === 0 ? 30 : 220));
        expect($bars->hasBars())->toBeTrue()->and($bars->barAngles()[0])->toEqualWithDelta($degrees, 6.0);
    }
    $modules = Texture::of($drawn(static fn (int $x, int $y): int => crc32(intdiv($x, 5).' '.intdiv($y, 5)) % 2 === 0 ? 30 : 220));
    $level = Texture::of($drawn(static fn (int $x): int => intdiv($x, 4) % 2 === 0 ? 30 : 220));
    $wall = Texture::of($drawn(static fn (): int => 200));
    expect($modules->hasModules())->toBeTrue()
        ->and($level->hasBars())->toBeTrue()->and($level->barAngles())->toBe([])->and($level->hasModules())->toBeFalse()
        ->and([$wall->hasBars(), $wall->hasModules()])->toBe([false, false]);
});
