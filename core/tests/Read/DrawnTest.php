<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\DrawnReader;
use KeenGlyph\Core\Read\Ending;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\SearchStep;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\Version;

/** A drawing with so many blank pixels around. */
function drawnPlane(ModuleMatrix $matrix, int $px, int $margin, int $dark = 0, int $light = 255, int $below = 0): LuminancePlane
{
    $wide = $matrix->size() * $px + 2 * $margin;
    $blank = str_repeat(chr($light), $wide);
    $side = str_repeat(chr($light), $margin);
    $pixels = str_repeat($blank, $margin);
    foreach ($matrix->rows as $row) {
        $line = '';
        foreach (str_split($row) as $module) {
            $line .= str_repeat(chr($module === '1' ? $dark : $light), $px);
        }
        $pixels .= str_repeat($side.$line.$side, $px);
    }
    $pixels .= str_repeat($blank, $margin + $below);

    return new LuminancePlane($wide, intdiv(strlen($pixels), $wide), $pixels);
}

it('reads any drawing of whole pixels as the reader of photographs does', function () {
    for ($i = 0; $i < 25; $i++) {
        $number = chance(1, 25);
        $text = randomText(chance(1, 12));
        $symbol = Encoder::encode($text, new EncodeOptions(ErrorCorrectionLevel::L, Version::of($number)));
        [$dark, $light] = [[0, 255], [70, 200], [255, 0]][chance(0, 2)];
        [$px, $margin] = [chance(1, 9), chance(1, 40)];
        $reading = DrawnReader::read(drawnPlane($symbol->matrix, $px, $margin, $dark, $light));
        expect($reading)->toBeInstanceOf(Reading::class, "version $number, $px pixels a module")
            ->and($reading->symbol->content->says($text))->toBeTrue()
            ->and($reading->reversed)->toBe($dark > $light)
            ->and($reading->frame->modulePx)->toBe((float) $px)
            ->and($reading->frame->corners[0]->toArray())->toEqual([$margin, $margin])
            ->and($reading->frame->corners[2]->toArray())->toEqual([$margin + $px * $symbol->version->modules(), $margin + $px * $symbol->version->modules()])
            ->and($reading->geometry->at(0.5, 0.5)->toArray())->toEqualWithDelta([$margin + $px / 2, $margin + $px / 2], 0.01);
    }
});

it('repairs what its correction can, and leaves the rest to the others', function () {
    $symbol = Encoder::encode('https://fennmoor.example/hive/7', new EncodeOptions(ErrorCorrectionLevel::H));
    $n = $symbol->version->modules();
    $flip = static function (int $from, int $to, int $long) use ($symbol): ModuleMatrix {
        $rows = $symbol->matrix->rows;
        for ($row = $from; $row < $to; $row++) {
            $rows[$row] = substr($rows[$row], 0, 9).strtr(substr($rows[$row], 9, $long), '01', '10').substr($rows[$row], 9 + $long);
        }

        return new ModuleMatrix($rows);
    };
    expect(DrawnReader::read(drawnPlane($flip(14, 17, 6), 4, 16))?->symbol->content->text)->toBe('https://fennmoor.example/hive/7')
        ->and(DrawnReader::read(drawnPlane($flip(9, $n, $n - 9), 4, 16)))->toBeNull();
});

it('takes nothing else for a drawing', function (Closure $change) {
    $matrix = Encoder::encode('HIVE 7')->matrix;
    $plane = drawnPlane($matrix, 4, 16, below: 20);
    $pixels = $change($plane->pixels, $plane->width);
    expect(DrawnReader::read(new LuminancePlane($plane->width, intdiv(strlen($pixels), $plane->width), $pixels)))->toBeNull();
})->with([
    'something beneath' => [fn (string $pixels, int $width): string => substr_replace($pixels, "\0", -3 * $width, 1)],
    'something at the left' => [fn (string $pixels, int $width): string => substr_replace($pixels, "\0", 40 * $width + 3, 1)],
    'something at the right' => [fn (string $pixels, int $width): string => substr_replace($pixels, "\0", 41 * $width - 3, 1)],
    'a third tone in a module' => [fn (string $pixels, int $width): string => substr_replace($pixels, "\x90", (16 + 4 * 10 + 2) * $width + 16 + 4 * 10 + 2, 1)],
    'no blank row above' => [fn (string $pixels, int $width): string => substr($pixels, 16 * $width)],
    'a blurred edge' => [fn (string $pixels, int $width): string => substr_replace($pixels, "\x80", 16 * $width + 16, 1)],
    'one tone' => [fn (string $pixels, int $width): string => str_repeat("\xFF", strlen($pixels))],
    'two tones that hardly differ' => [fn (string $pixels, int $width): string => strtr($pixels, "\0", "\xE0")],
]);

it('is the first step of a search, and the last when it reads', function (int $px) {
    $plane = drawnPlane(Encoder::encode('https://fennmoor.example/hive/7')->matrix, $px, 4 * $px);
    $outcome = (new Reader)->read($plane);
    expect($outcome->ending)->toBe(Ending::Complete)
        ->and($outcome->readings)->toHaveCount(1)
        ->and($outcome->steps)->toHaveCount(1)
        ->and($outcome->steps[0]->step)->toBe(SearchStep::Drawn);
    // With a caption it is a picture like others, and read as well.
    $pixels = substr_replace($plane->pixels, str_repeat("\0", 5 * $px), -2 * $plane->width + 4 * $px, 5 * $px);
    $other = (new Reader)->read(new LuminancePlane($plane->width, $plane->height, $pixels));
    expect(array_map(static fn (Reading $one): string => $one->symbol->content->text, $other->readings))->toBe(['https://fennmoor.example/hive/7'])
        ->and($other->steps[0]->found)->toBeFalse();
})->with([1, 3, 8]);

it('reads what we draw in colours as well', function () {
    $png = pngOf(Encoder::encode('https://fennmoor.example/hive/7')->matrix, 6, Finish::coloured(Colour::fromHex('#5A2D00'), Colour::fromHex('#FFFAEC')));
    expect(DrawnReader::read((new PictureDecoder)->decode($png))?->symbol->content->text)->toBe('https://fennmoor.example/hive/7');
});
