<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\SearchStep;
use KeenGlyph\Core\Read\StepTime;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;

/** A page with lines of letters, boxes and a symbol somewhere on it, as a PNG. */
function pageWith(string $symbol, int $left, int $top): string
{
    mt_srand(11);
    $page = imagecreatetruecolor(900, 600);
    imagefill($page, 0, 0, 0xF4F8F1);
    for ($y = 20; $y < 580; $y += 18) {
        imagestring($page, 4, 20, $y, substr(str_repeat('Heather honey, 340 g, batch H26-07, best before 30 Sep 2027. ', 3), mt_rand(0, 40), 104), 0x14201C);
    }
    imagerectangle($page, 10, 10, 890, 590, 0x14201C);
    $picture = imagecreatefromstring($symbol);
    imagecopy($page, $picture, $left, $top, 0, 0, imagesx($picture), imagesy($picture));
    ob_start();
    imagepng($page);

    return (string) ob_get_clean();
}

it('finds a symbol on a page full of letters, wherever it stands', function () {
    $symbol = pngOf(Encoder::encode('https://fennmoor.example/jar/heather-340', new EncodeOptions(ErrorCorrectionLevel::Q))->matrix, 4);
    foreach ([[15, 15], [400, 200], [700, 395]] as [$left, $top]) {
        expect(onlyText(pageWith($symbol, $left, $top)))->toBe('https://fennmoor.example/jar/heather-340');
    }
});

it('finds a small symbol at the end of a whole page of fine letters at once', function () {
    $matrix = Encoder::encode('https://fennmoor.example/jar/heather-340')->matrix;
    $page = imagecreatetruecolor(2000, 2600);
    imagefill($page, 0, 0, 0xF4F8F1);
    for ($y = 12; $y < 2580; $y += 15) {
        imagestring($page, 2, 12, $y, substr(str_repeat('Heather honey, 340 g, batch H26-07, best before 30 Sep 2027. ', 8), $y % 60, 325), 0x14201C);
    }
    $symbol = imagecreatefromstring(pngOf($matrix, 3));
    imagecopy($page, $symbol, 1860, 2460, 0, 0, imagesx($symbol), imagesy($symbol));
    ob_start();
    imagepng($page);
    $outcome = (new Reader)->read((new PictureDecoder)->decode((string) ob_get_clean()), new ReadOptions(budgetMs: 10_000));
    expect($outcome->readings[0]->symbol->content->text ?? null)->toBe('https://fennmoor.example/jar/heather-340')
        ->and(array_map(static fn (StepTime $step): SearchStep => $step->step, array_values(array_filter($outcome->steps, static fn (StepTime $step): bool => $step->found))))->toBe([SearchStep::Overview]);
});

it('reads pale, dark and coloured inks', function (string $dark, string $light) {
    $finish = Finish::coloured(Colour::fromHex($dark), Colour::fromHex($light));
    expect(onlyText(pngOf(Encoder::encode('HIVE 17-B')->matrix, 4, $finish)))->toBe('HIVE 17-B');
})->with([['#2B1A0E', '#FFFAEC'], ['#000000', '#202020'], ['#F0F0F0', '#FFFFFF'], ['#A90D5A', '#F7E4EE'], ['#0000AA', '#AAAAFF'], ['#FFFF00', '#003300']]);

it('reads with a narrow quiet zone, and without any on white paper', function () {
    foreach ([0, 1, 2] as $quiet) {
        $finish = Finish::coloured(Colour::fromHex('#000'), Colour::fromHex('#fff'), $quiet);
        expect(onlyText(pngOf(Encoder::encode('quiet')->matrix, 5, $finish)))->toBe('quiet');
    }
});

it('reads a picture that was blurred by scaling, with errors repaired', function () {
    $picture = imagecreatefromstring(pngOf(Encoder::encode('https://fennmoor.example/blur', new EncodeOptions(ErrorCorrectionLevel::M))->matrix, 9));
    imagepalettetotruecolor($picture);
    foreach ([0.31, 0.5, 0.77] as $scale) {
        $small = imagescale($picture, (int) (imagesx($picture) * $scale), -1, IMG_BILINEAR_FIXED);
        imagefilter($small, IMG_FILTER_GAUSSIAN_BLUR);
        ob_start();
        imagejpeg($small, null, 70);
        expect(onlyText((string) ob_get_clean()))->toBe('https://fennmoor.example/blur');
    }
});

it('reads a scribbled symbol as far as its correction reaches', function () {
    $text = 'https://fennmoor.example/visit';
    $picture = imagecreatefromstring(pngOf(Encoder::encode($text, new EncodeOptions(ErrorCorrectionLevel::H))->matrix, 8));
    imagepalettetotruecolor($picture);
    $side = imagesx($picture);
    // A blot in the middle, a ninth of the side.
    imagefilledellipse($picture, intdiv($side, 2), intdiv($side, 2), intdiv($side, 9), intdiv($side, 9), 0x000000);
    ob_start();
    imagepng($picture);
    $outcome = readPicture((string) ob_get_clean());
    expect($outcome->readings[0]->symbol->content->text)->toBe($text)
        ->and($outcome->readings[0]->symbol->corrected)->toBeGreaterThan(0);
});

it('invents nothing on pages, stripes and noise', function () {
    $pictures = [pageWith(pngOf(Encoder::encode('x')->matrix, 1, Finish::coloured(Colour::fromHex('#fff'), Colour::fromHex('#fff'))), 0, 0)];
    foreach ([3, 7, 12] as $step) {
        $page = imagecreatetruecolor(400, 400);
        imagefill($page, 0, 0, 0xFFFFFF);
        for ($x = 0; $x < 400; $x += $step) {
            imageline($page, $x, 0, 400 - $x, 400, 0);
            imagerectangle($page, $x, $x, 400 - $x, 400 - $x, 0);
        }
        ob_start();
        imagepng($page);
        $pictures[] = (string) ob_get_clean();
    }
    foreach ($pictures as $picture) {
        expect(readPicture($picture)->readings)->toBe([]);
    }
});
