<?php

declare(strict_types=1);

use KeenGlyph\Bench\Reading\Canvas;
use KeenGlyph\Bench\Reading\Pictures;
use KeenGlyph\Bench\Reading\Surface;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\LinearReading;
use KeenGlyph\Core\Read\PictureReader;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\ReadOutcome;
use KeenGlyph\Core\Read\ReedSolomonDecoder;
use KeenGlyph\Core\Read\Stage;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\ReedSolomon;
use KeenGlyph\Core\Symbol\Version;

/** Symbols read in the pictures of tests/fixtures/reading when it was last raised. */
const KEPT_FLOOR = 70;

/** @return list<string> */
function textsOf(ReadOutcome $outcome): array
{
    return [
        ...array_map(static fn (Reading $reading): string => $reading->symbol->content->text, $outcome->readings),
        ...array_map(static fn (LinearReading $reading): string => $reading->text, $outcome->linear),
    ];
}

/** A symbol on a surface before a camera. */
function photographed(ModuleMatrix $matrix, float $size, float $turn = 0, float $tilt = 0, float $towards = 0, float $cylinder = 0, int $width = 480, int $height = 400): Canvas
{
    $blank = str_repeat('0', 4);
    $rows = array_map(static fn (string $row): string => $blank.$row.$blank, $matrix->rows);
    $empty = array_fill(0, 4, str_repeat('0', strlen($rows[0])));
    $rows = [...$empty, ...$rows, ...$empty];
    $canvas = Canvas::plain($width, $height, 170);
    $surface = new Surface(count($rows), $size, $width / 2, $height / 2, $turn, $tilt, $towards, $cylinder);
    $canvas->lay($rows, $surface->back(), $surface->box(), 35, 215);

    return $canvas;
}

it('reads at any angle and tells the corners', function (float $turn) {
    $matrix = Encoder::encode('https://fennmoor.example/h/17', new EncodeOptions(ErrorCorrectionLevel::M))->matrix;
    $outcome = (new PictureReader)->read(photographed($matrix, 5.0, $turn)->bytes('png'), ReadOptions::qr())->outcome;
    expect(textsOf($outcome))->toBe(['https://fennmoor.example/h/17']);
    $reach = $matrix->size() * 2.5;
    foreach ([[-1, -1], [1, -1], [1, 1], [-1, 1]] as $i => [$u, $v]) {
        $expected = [240 + $reach * ($u * cos(deg2rad($turn)) - $v * sin(deg2rad($turn))), 200 + $reach * ($u * sin(deg2rad($turn)) + $v * cos(deg2rad($turn)))];
        expect($outcome->readings[0]->frame->corners[$i]->toArray())->toEqualWithDelta($expected, 2.0, "corner $i");
    }
    $apart = fmod(abs($outcome->readings[0]->turned() - $turn), 360);
    expect(min($apart, 360 - $apart))->toBeLessThan(1.5);
})->with([0.0, 13.0, 45.0, 61.0, 90.0, 137.0, 200.0, 315.0]);

it('reads from a slant of sixty degrees, whichever way it leans', function (float $towards) {
    $matrix = Encoder::encode('https://fennmoor.example/h/17', new EncodeOptions(ErrorCorrectionLevel::M))->matrix;
    expect(textsOf((new PictureReader)->read(photographed($matrix, 7.0, 20, 60, $towards)->bytes('png'), ReadOptions::qr(10_000))->outcome))->toBe(['https://fennmoor.example/h/17']);
})->with([0.0, 50.0, 90.0, 160.0, 235.0, 300.0]);

it('reads from around a jar, along rows or columns', function (float $turn, float $cylinder) {
    $matrix = Encoder::encode('https://fennmoor.example/heather-honey', new EncodeOptions(ErrorCorrectionLevel::Q))->matrix;
    expect(textsOf((new PictureReader)->read(photographed($matrix, 6.0, $turn, 0, 0, $cylinder)->bytes('png'), ReadOptions::qr(10_000))->outcome))->toBe(['https://fennmoor.example/heather-honey']);
})->with([[0.0, 60.0], [0.0, 100.0], [90.0, 90.0], [20.0, 80.0]]);

it('reads every version from a photograph', function (int $version) {
    $text = str_repeat('Fennmoor heather honey ', 1 + intdiv($version, 2));
    $text = substr($text, 0, intdiv(Version::of($version)->capacity(ErrorCorrectionLevel::M), 8) - 4);
    $matrix = Encoder::encode($text, new EncodeOptions(ErrorCorrectionLevel::M, Version::of($version)))->matrix;
    $side = $matrix->size() * 3.2 * 1.6;
    $outcome = (new PictureReader)->read(photographed($matrix, 3.2, 11, 18, 40, 0, (int) $side, (int) $side)->bytes('jpeg'), ReadOptions::qr(6000))->outcome;
    expect(textsOf($outcome))->toBe([$text])->and($outcome->readings[0]->symbol->version->label())->toBe(Version::of($version)->label());
})->with([1, 2, 6, 7, 10, 14, 21, 27, 33, 40]);

it('reads modules of a pixel and a half when they are sharp', function () {
    $matrix = Encoder::encode('https://fennmoor.example/h/17', new EncodeOptions(ErrorCorrectionLevel::M))->matrix;
    expect(textsOf((new PictureReader)->read(photographed($matrix, 1.5, 0, 0, 0, 0, 96, 88)->bytes('png'), ReadOptions::qr(10_000))->outcome))->toBe(['https://fennmoor.example/h/17']);
});

it('says how small a symbol is that it cannot make out', function () {
    $matrix = Encoder::encode('https://fennmoor.example/h/17', new EncodeOptions(ErrorCorrectionLevel::L, Version::of(6)))->matrix;
    $small = photographed($matrix, 1.15, 27);
    $small->convolve([[0.1, 0.1, 0.1], [0.1, 0.2, 0.1], [0.1, 0.1, 0.1]]);
    $failure = (new PictureReader)->read($small->bytes('png'))->outcome->failure;
    expect($failure?->hint())->toMatch('/^(Too small: about 1\.\d pixels a module\.|No symbol was found\.)/');
});

it('finds what only one colour shows', function () {
    // Red and green of the same luminance: a grey picture of it is blank.
    $plain = new Imagick;
    $plain->readImageBlob(photographed(Encoder::encode('red on green')->matrix, 6.0, 15)->bytes('png'));
    $plain->setImageType(Imagick::IMGTYPE_TRUECOLOR);
    $plain->opaquePaintImage('rgb(35,35,35)', 'rgb(200,60,60)', 60 * Imagick::getQuantum() / 255, false);
    $plain->opaquePaintImage('rgb(215,215,215)', 'rgb(60,119,60)', 60 * Imagick::getQuantum() / 255, false);
    $plain->setImageFormat('png');
    expect(textsOf((new PictureReader)->read($plain->getImageBlob(), ReadOptions::qr(10_000))->outcome))->toBe(['red on green']);
});

it('reads dozens in one picture', function () {
    $made = (new Pictures)->make('many', 2, 3, 'dozens');
    $read = textsOf((new PictureReader)->read($made['bytes'], ReadOptions::qr(6000))->outcome);
    sort($read);
    sort($made['texts']);
    expect(count($made['texts']))->toBeGreaterThan(50)->and($read)->toBe($made['texts']);
});

it('repairs more of a block when the doubtful codewords are known', function (int $correction, int $erasures, int $errors) {
    for ($round = 0; $round < 10; $round++) {
        $data = random_bytes(40);
        $block = $data.ReedSolomon::correction($data, $correction);
        $places = (array) array_rand(range(0, strlen($block) - 1), $erasures + $errors);
        shuffle($places);
        $spoilt = $block;
        foreach ($places as $place) {
            $spoilt[$place] = chr(ord($spoilt[$place]) ^ chance(1, 255));
        }
        [$repaired, $count] = ReedSolomonDecoder::correct($spoilt, $correction, array_slice($places, 0, $erasures));
        expect($repaired)->toBe($block)->and($count)->toBe($erasures + $errors);
    }
})->with([[10, 10, 0], [10, 4, 3], [20, 10, 5], [30, 0, 15], [30, 29, 0], [7, 5, 1]]);

it('keeps correction codewords back where the standard says so', function () {
    $data = random_bytes(19);
    $block = $data.ReedSolomon::correction($data, 7);
    foreach ([0, 5, 9] as $place) {
        $block[$place] = chr(ord($block[$place]) ^ 0x55);
    }
    expect(ReedSolomonDecoder::correct($block, 7)[1])->toBe(3)
        ->and(fn () => ReedSolomonDecoder::correct($block, 7, [], 3))->toThrow(Unreadable::class);
});

it('reads as many of the kept pictures as it ever did, and nothing that is not there', function () {
    $folder = __DIR__.'/../fixtures/reading';
    $read = 0;
    $false = [];
    foreach (json_decode((string) file_get_contents("$folder/truth.json"), true) as ['file' => $file, 'texts' => $texts]) {
        $found = textsOf((new PictureReader)->read((string) file_get_contents("$folder/$file"), new ReadOptions(budgetMs: 8000))->outcome);
        $read += count(array_intersect($texts, $found));
        $false = [...$false, ...array_diff($found, $texts)];
    }
    // The floor may only rise.
    expect($false)->toBe([])->and($read)->toBeGreaterThanOrEqual(KEPT_FLOOR);
});

it('makes nothing of random modules', function () {
    for ($i = 0; $i < 6; $i++) {
        $made = (new Pictures)->make('nothing', $i, 6, "random $i");
        expect(textsOf((new PictureReader)->read($made['bytes'])->outcome))->toBe([]);
    }
});

it('survives broken files', function () {
    $whole = photographed(Encoder::encode('hive 7')->matrix, 5.0);
    foreach (['png', 'jpeg', 'webp'] as $format) {
        $bytes = $whole->bytes($format);
        for ($i = 0; $i < 25; $i++) {
            $broken = $bytes;
            for ($k = chance(1, 40); $k > 0; $k--) {
                $broken[chance(0, strlen($broken) - 1)] = chr(chance(0, 255));
            }
            $broken = substr($broken, 0, chance(1, strlen($broken)));
            try {
                $texts = textsOf((new PictureReader)->read($broken, new ReadOptions(budgetMs: 200))->outcome);
                expect($texts)->toBeIn([[], ['hive 7']]);
            } catch (InvalidPicture $e) {
                expect($e->getMessage())->not->toBe('');
            }
        }
    }
});

it('keeps to the budget and says what it does not know', function () {
    $plane = new LuminancePlane(1200, 900, random_bytes(1_080_000));
    $took = static function (float $budget) use ($plane): float {
        $start = hrtime(true);
        expect((new Reader)->read($plane, new ReadOptions(budgetMs: $budget))->failure?->stage)->toBeIn([Stage::NoFinder, Stage::NoGrid]);

        return (hrtime(true) - $start) / 1e6;
    };
    // Noise is looked at for as long as there is time: twenty times less of it must show, whatever the machine.
    $took(20);
    $long = $took(2000);
    expect($took(100) / $long)->toBeLessThan(0.5)->and($long)->toBeLessThan(4 * 2000)
        ->and(fn () => new ReadOptions(['aztec']))->toThrow(InvalidArgumentException::class)
        ->and(fn () => new ReadOptions([]))->toThrow(InvalidArgumentException::class)
        ->and(fn () => new ReadOptions(budgetMs: 1))->toThrow(InvalidArgumentException::class);
});

it('looks only for the symbologies that are asked for', function () {
    $bytes = photographed(Encoder::encode('hive 7')->matrix, 5.0)->bytes('png');
    expect((new PictureReader)->read($bytes, new ReadOptions(['ean13']))->outcome->count())->toBe(0)
        ->and((new PictureReader)->read($bytes, new ReadOptions(['microqr']))->outcome->count())->toBe(0)
        ->and((new PictureReader)->read($bytes, new ReadOptions(['qr']))->outcome->count())->toBe(1);
});
