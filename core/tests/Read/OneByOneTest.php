<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\BlurredMatrix;
use KeenGlyph\Core\Read\Finder;
use KeenGlyph\Core\Read\MicroReader;
use KeenGlyph\Core\Read\PictureOutcome;
use KeenGlyph\Core\Read\PictureReader;
use KeenGlyph\Core\Read\Pyramid;
use KeenGlyph\Core\Read\ReadBudget;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\SeenThrough;
use KeenGlyph\Core\Read\Stage;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Version;

// Stages of reading that are otherwise met only within a whole reading.

/** A Micro QR Code symbol of five pixels a module, and where its only finder pattern lies. */
function microPicture(string $text, ErrorCorrectionLevel $level): array
{
    $symbol = Encoder::encode($text, new EncodeOptions($level, micro: true));
    $bytes = pngOf($symbol->matrix, 5);
    $quiet = (getimagesizefromstring($bytes)[0] - 5 * $symbol->matrix->size()) / 2;

    return [(new PictureDecoder)->decode($bytes), new Finder($quiet + 17.5, $quiet + 17.5, 5.0, 0.0, 0.0, 5.0, false, 1.0), $bytes];
}

it('reads a symbol of one finder pattern from where that pattern lies', function (string $text, ErrorCorrectionLevel $level): void {
    [$plane, $finder] = microPicture($text, $level);
    [$readings, $failure] = MicroReader::read(Pyramid::of($plane), [$finder], ReadBudget::of(10_000));
    expect(array_map(static fn (Reading $one): string => $one->symbol->content->text, $readings))->toBe([$text])
        ->and($failure->stage)->toBe(Stage::NoFinder);
})->with(['M1' => ['01234', ErrorCorrectionLevel::L], 'M2' => ['HIVE 7', ErrorCorrectionLevel::L], 'M3' => ['Hive 17-B', ErrorCorrectionLevel::L], 'M4' => ['heather-340', ErrorCorrectionLevel::M]]);

it('says how far it came where there is only a pattern, and looks at none when its time is over', function (): void {
    [$plane, $finder] = microPicture('HIVE 7', ErrorCorrectionLevel::L);
    // Everything but the pattern is blank.
    $pixels = $plane->pixels;
    for ($y = 0; $y < $plane->height; $y++) {
        for ($x = 0; $x < $plane->width; $x++) {
            if (max(abs($x + 0.5 - $finder->x), abs($y + 0.5 - $finder->y)) > 17.5) {
                $pixels[$y * $plane->width + $x] = "\xFF";
            }
        }
    }
    $alone = Pyramid::of(new KeenGlyph\Core\Image\LuminancePlane($plane->width, $plane->height, $pixels));
    [$readings] = MicroReader::read($alone, [$finder], ReadBudget::of(10_000));
    expect($readings)->toBe([])
        ->and(MicroReader::read(Pyramid::of($plane), [$finder], ReadBudget::of(0.0))[0])->toBe([])
        ->and(MicroReader::read(Pyramid::of($plane), [], ReadBudget::of(10_000))[0])->toBe([]);
});

it('tells the size of a picture as it stands, and what was read in it', function (): void {
    [$plane, , $bytes] = microPicture('HIVE 7', ErrorCorrectionLevel::L);
    $picture = (new PictureReader)->read($bytes, new ReadOptions(budgetMs: 10_000));
    expect($picture)->toBeInstanceOf(PictureOutcome::class)
        ->and([$picture->width, $picture->height])->toBe([$plane->width, $plane->height])
        ->and($picture->ms)->toBeGreaterThan(0.0)
        ->and($picture->outcome->count())->toBe(1);
});

it('predicts of modules seen through a blur the greys that they gave', function (): void {
    $symbol = Encoder::encode('https://fennmoor.example/jar/7', new EncodeOptions(ErrorCorrectionLevel::M, Version::of(3)));
    $soft = blurredGreys($symbol, weightsOf(disc(1.0)), 0.3);
    $seen = BlurredMatrix::solve($soft, $symbol->version);
    expect($seen)->toBeInstanceOf(SeenThrough::class)
        ->and($seen->predicted)->toHaveCount($symbol->matrix->size() ** 2)
        ->and($seen->decided->matrix)->toEqual($symbol->matrix);
    $off = array_map(static fn (float $predicted, float $grey): float => ($predicted - $grey) ** 2, $seen->predicted, $soft->greys);
    expect(sqrt(array_sum($off) / count($off)))->toBeLessThan(2.0);
});
