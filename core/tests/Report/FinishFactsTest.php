<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\ModuleShape;
use KeenGlyph\Core\Finish\RingShape;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Proof\GreyProfile;
use KeenGlyph\Core\Render\PathData;
use KeenGlyph\Core\Report\Anatomy;
use KeenGlyph\Core\Report\FinishCatalogue;
use KeenGlyph\Core\Symbol\CodewordMap;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Version;

it('knows what each module is for', function (int $number, ErrorCorrectionLevel $level) {
    $symbol = Encoder::encode('HIVE 7', new EncodeOptions($level, Version::of($number)));
    $rows = Anatomy::of($symbol);
    $letters = count_chars(implode('', $rows), 1);
    $count = static fn (string $letter): int => $letters[ord($letter)] ?? 0;
    $blocks = Version::of($number)->blocks($level);
    $alignment = match (true) {
        $number === 1 => 0,
        $number < 7 => 1,
        default => 6,
    };
    expect($count('f'))->toBe(3 * 49)
        ->and($count('s'))->toBe(3 * 15)
        // Two copies of fifteen bits, and the dark module.
        ->and($count('i'))->toBe(31)
        ->and($count('v'))->toBe($number < 7 ? 0 : 36)
        ->and($count('d'))->toBe(8 * $blocks->dataCodewords())
        ->and($count('c'))->toBe(8 * ($blocks->total - $blocks->dataCodewords()))
        ->and($count('a'))->toBe(25 * $alignment)
        ->and(array_sum($letters))->toBe($symbol->matrix->size() ** 2);
})->with([[2, ErrorCorrectionLevel::M], [3, ErrorCorrectionLevel::Q], [6, ErrorCorrectionLevel::L], [7, ErrorCorrectionLevel::H], [10, ErrorCorrectionLevel::Q]]);

it('tells the block of every module', function () {
    $symbol = Encoder::encode(str_repeat('Fennmoor heather honey ', 4), new EncodeOptions(ErrorCorrectionLevel::H));
    assert($symbol->version instanceof Version);
    $map = CodewordMap::of($symbol->version, ErrorCorrectionLevel::H);
    $letters = array_count_values(mb_str_split(implode('', Anatomy::blocks($symbol))));
    unset($letters['.']);
    $expected = [];
    foreach ($map->dataLengths as $block => $length) {
        $expected[mb_chr(0x100 + $block)] = 8 * ($length + $map->correction);
    }
    expect($letters)->toEqual($expected);
    expect(Anatomy::of(Encoder::encode('1', new EncodeOptions(ErrorCorrectionLevel::L, micro: true))))->toBeNull();
});

it('offers only what a finish takes, each with a drawing', function () {
    $catalogue = FinishCatalogue::of();
    foreach (['shapes' => 'shape', 'rings' => 'ring', 'centres' => 'centre'] as $list => $key) {
        foreach ($catalogue[$list] as $option) {
            FinishFile::read([$key => $option['value']], new MarkPictures);
            $bounds = PathData::parse($option['path'])->bounds();
            expect(min($bounds->left, $bounds->top))->toBeGreaterThanOrEqual(-0.3)->and(max($bounds->right, $bounds->bottom))->toBeLessThanOrEqual($option['box'] + 0.3);
        }
    }
    foreach ($catalogue['icons'] as $icon) {
        FinishFile::read(['mark' => ['icon' => $icon['value']]], new MarkPictures);
        $bounds = PathData::parse($icon['path'])->bounds();
        expect(min($bounds->left, $bounds->top))->toBeGreaterThanOrEqual(0.0)->and(max($bounds->right, $bounds->bottom))->toBeLessThanOrEqual(24.0);
    }
    expect(count($catalogue['shapes']))->toBeGreaterThanOrEqual(8)
        ->and(count($catalogue['rings']))->toBeGreaterThanOrEqual(6)
        ->and(array_column(array_filter($catalogue['rings'], static fn (array $ring): bool => $ring['drawback'] !== null), 'value'))
        ->toBe(array_column(array_filter(RingShape::cases(), static fn (RingShape $ring): bool => $ring->drawback() !== null), 'value'))
        ->and(array_column($catalogue['shapes'], 'value'))->toBe(array_column(ModuleShape::cases(), 'value'));
});

it('finds edges to parts of a pixel', function (string $tones, bool $reversed, array $edges) {
    $found = GreyProfile::edges($tones, $reversed);
    expect(count($found))->toBe(count($edges));
    foreach ($edges as $i => $edge) {
        expect($found[$i])->toEqualWithDelta($edge, 0.01);
    }
})->with([
    'whole pixels' => ["\xFF\xFF\0\0\0\xFF", false, [2.0, 5.0]],
    'dark at both ends' => ["\0\0\xFF\xFF\0", false, [0.0, 2.0, 4.0, 5.0]],
    'a grey pixel' => ["\xFF\xFF\x80\0\0", false, [2.5, 5.0]],
    'reversed' => ["\0\0\xFF\xFF\0", true, [2.0, 4.0]],
    'one tone alone' => ["\xFF\xFF", true, []],
]);
