<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureEncoder;
use KeenGlyph\Core\Read\MatrixDecoder;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Stage;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\SymbolTemplate;
use KeenGlyph\Core\Symbol\Version;

/** Turns and scales by an extension that the reader does not use. */
function reshaped(string $png, int $degrees, float $scale): string
{
    $picture = imagecreatefromstring($png);
    imagepalettetotruecolor($picture);
    $picture = imagerotate($picture, $degrees, 0xFFFFFF);
    if ($scale !== 1.0) {
        $picture = imagescale($picture, (int) (imagesx($picture) * $scale), -1, IMG_BICUBIC);
    }
    ob_start();
    imagepng($picture);

    return (string) ob_get_clean();
}

it('reads back what was made, whatever text, level and size', function () {
    for ($i = 0; $i < 60; $i++) {
        $level = ErrorCorrectionLevel::cases()[chance(0, 3)];
        $text = randomText(chance(1, [2900, 2300, 1600, 1200][array_search($level, ErrorCorrectionLevel::cases(), true)]));
        $symbol = Encoder::encode($text, new EncodeOptions($level));
        $outcome = readPicture(pngOf($symbol->matrix, chance(1, 5)));
        expect($outcome->readings)->toHaveCount(1);
        $read = $outcome->readings[0]->symbol;
        // A text that is kanji throughout stands in other bytes.
        expect($read->content->says($text))->toBeTrue()
            ->and([$read->version->number, $read->level, $read->mask, $read->corrected])
            ->toBe([$symbol->version->number, $level, $symbol->mask, 0]);
    }
});

it('reads every version', function () {
    for ($number = 1; $number <= 40; $number++) {
        $text = "version $number";
        $matrix = Encoder::encode($text, new EncodeOptions(ErrorCorrectionLevel::L, Version::of($number)))->matrix;
        expect(onlyText(pngOf($matrix, 2)))->toBe($text);
    }
});

it('reads in any right-angle turn, at any scale, from any format', function () {
    foreach ([1, 6, 13, 25] as $number) {
        $text = "fennmoor $number";
        $png = pngOf(Encoder::encode($text, new EncodeOptions(ErrorCorrectionLevel::M, Version::of($number)))->matrix, 6);
        foreach ([0, 90, 180, 270] as $degrees) {
            foreach ([1.0, 0.47, 1.73] as $scale) {
                expect(onlyText(reshaped($png, $degrees, $scale)))->toBe($text);
            }
        }
        expect(onlyText(PictureEncoder::jpeg($png, quality: 60)))->toBe($text)
            ->and(onlyText(PictureEncoder::webp($png)))->toBe($text);
    }
});

it('says where the symbol stands and how it is turned', function () {
    $png = pngOf(Encoder::encode('01234567')->matrix, 10);
    $upright = readPicture($png)->readings[0];
    expect(array_map(fn ($corner) => $corner->toArray(), $upright->frame->corners))->toEqualWithDelta([[40, 40], [250, 40], [250, 250], [40, 250]], 1.5)
        ->and(min($upright->turned(), 360 - $upright->turned()))->toBeLessThan(0.3)
        ->and($upright->frame->modulePx)->toEqualWithDelta(10.0, 0.3);
    // imagerotate turns against the clock.
    expect(readPicture(reshaped($png, 270, 1.0))->readings[0]->turned())->toEqualWithDelta(90.0, 0.3);
});

it('reads light on dark and mirrored symbols and says so', function () {
    $matrix = Encoder::encode('hive 7')->matrix;
    $reversed = readPicture(pngOf($matrix, 4, Finish::coloured(Colour::fromHex('#fff'), Colour::fromHex('#000'))))->readings[0];
    expect([$reversed->symbol->content->text, $reversed->reversed, $reversed->mirrored])->toBe(['hive 7', true, false]);
    $mirrored = readPicture(pngOf($matrix->transposed()))->readings[0];
    expect([$mirrored->symbol->content->text, $mirrored->reversed, $mirrored->mirrored])->toBe(['hive 7', false, true]);
});

it('reads several symbols in one picture', function () {
    $texts = ['hive 1', 'https://fennmoor.example/visit', 'HIVE 17-B / APIARY NORTH'];
    $sheet = imagecreatetruecolor(900, 320);
    imagefill($sheet, 0, 0, 0xFFFFFF);
    foreach ($texts as $i => $text) {
        imagecopy($sheet, imagecreatefromstring(pngOf(Encoder::encode($text)->matrix, 6)), 10 + 290 * $i, 20, 0, 0, 270, 270);
    }
    ob_start();
    imagepng($sheet);
    $read = array_map(fn ($reading) => $reading->symbol->content->text, readPicture((string) ob_get_clean())->readings);
    sort($read);
    sort($texts);
    expect($read)->toBe($texts);
});

it('repairs as many wrong codewords as the level allows and counts them', function (ErrorCorrectionLevel $level) {
    $version = Version::of(5);
    $matrix = Encoder::encode('damage', new EncodeOptions($level, $version))->matrix;
    $layout = $version->blocks($level);
    $template = SymbolTemplate::of($version);
    $most = $layout->blocks * intdiv($layout->correction, 2);
    $damage = function (int $count) use ($matrix, $template): ModuleMatrix {
        $rows = $matrix->rows;
        for ($codeword = 0; $codeword < $count; $codeword++) {
            $place = $template->order[$codeword * 8 + chance(0, 7)];
            [$y, $x] = [intdiv($place, $template->stride), $place % $template->stride];
            $rows[$y][$x] = $rows[$y][$x] === '1' ? '0' : '1';
        }

        return new ModuleMatrix($rows);
    };
    $outcome = readPicture(pngOf($damage($most)));
    expect($outcome->readings[0]->symbol->content->text)->toBe('damage')
        ->and($outcome->readings[0]->symbol->corrected)->toBe($most);
    // Interleaving spreads the first codewords over all blocks, so one more than the most breaks one of them.
    expect(fn () => MatrixDecoder::decode($damage($most + 1)))->toThrow(Unreadable::class);
})->with(ErrorCorrectionLevel::cases());

it('reads symbols of an independent encoder', function (array $case) {
    $outcome = readPicture(file_get_contents(__DIR__.'/../fixtures/opencv/'.$case['file']));
    expect($outcome->readings)->toHaveCount(1)
        ->and($outcome->readings[0]->symbol->content->text)->toBe($case['text'])
        ->and($outcome->readings[0]->symbol->level->value)->toBe($case['level'])
        ->and($outcome->readings[0]->symbol->corrected)->toBe(0);
})->with(fn () => array_map(fn (array $case) => [$case], json_decode(file_get_contents(__DIR__.'/../fixtures/opencv/texts.json'), true)));

it('says nothing where there is nothing', function () {
    $plane = fn (string $pixels) => new LuminancePlane(200, 200, $pixels);
    expect((new Reader)->read($plane(str_repeat("\xFF", 40_000)))->failure?->stage)->toBe(Stage::NoFinder)
        ->and((new Reader)->read($plane(str_repeat("\0", 40_000)))->failure?->stage)->toBe(Stage::NoFinder)
        ->and((new Reader)->read(new LuminancePlane(1, 1, 'x'))->failure?->stage)->toBe(Stage::NoFinder);
    for ($i = 0; $i < 10; $i++) {
        expect((new Reader)->read($plane(random_bytes(40_000)))->readings)->toBe([]);
    }
});

it('says how far it came', function () {
    $matrix = Encoder::encode('hive 7')->matrix;
    $blank = $matrix->rows;
    foreach (range(0, 20) as $i) {
        $blank[8][$i] = '0';
        $blank[$i][8] = '0';
    }
    expect(readPicture(pngOf(new ModuleMatrix($blank)))->failure?->stage)->toBeIn([Stage::Format, Stage::Correction]);
    $quarter = [...array_map(fn (string $row) => substr($row, 0, 10).str_repeat('0', 11), array_slice($matrix->rows, 0, 10)), ...array_fill(0, 11, str_repeat('0', 21))];
    expect(readPicture(pngOf(new ModuleMatrix($quarter)))->failure?->stage)->toBe(Stage::NoGrid);
    foreach (Stage::cases() as $stage) {
        expect($stage->hint())->toMatch('/^[A-Z].*\.$/');
    }
});
