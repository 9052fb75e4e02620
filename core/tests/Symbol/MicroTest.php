<?php

declare(strict_types=1);

use KeenGlyph\Core\Read\MicroMatrixDecoder;
use KeenGlyph\Core\Read\Stage;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Symbol\Capacity;
use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\Codewords;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\MicroTemplate;
use KeenGlyph\Core\Symbol\MicroVersion;
use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\ReedSolomon;
use KeenGlyph\Core\Symbol\TextDoesNotFit;
use KeenGlyph\Core\Symbol\Version;

it('gives the codewords of the standard’s example of annex I.3', function () {
    $symbol = Encoder::encode('01234567', new EncodeOptions(ErrorCorrectionLevel::L, MicroVersion::M2));
    $data = Codewords::data($symbol->segments, MicroVersion::M2, ErrorCorrectionLevel::L);
    expect(bin2hex($data))->toBe('4018acc300')
        ->and(bin2hex(ReedSolomon::correction($data, 5)))->toBe('860d22ae30')
        ->and($symbol->mask)->toBe(1);
});

it('holds what table 7 says', function (MicroVersion $version, ErrorCorrectionLevel $level, array $characters) {
    expect(array_map(fn (Mode $mode) => Capacity::characters($version, $level, $mode), [Mode::Numeric, Mode::Alphanumeric, Mode::Byte, Mode::Kanji]))->toBe($characters);
    $text = str_repeat('7', $characters[0]);
    expect(Encoder::encode($text, new EncodeOptions($level, $version))->version)->toBe($version)
        ->and(fn () => Encoder::encode($text.'7', new EncodeOptions($level, $version)))->toThrow(TextDoesNotFit::class);
})->with([
    'M1' => [MicroVersion::M1, ErrorCorrectionLevel::L, [5, 0, 0, 0]],
    'M2-L' => [MicroVersion::M2, ErrorCorrectionLevel::L, [10, 6, 0, 0]],
    'M2-M' => [MicroVersion::M2, ErrorCorrectionLevel::M, [8, 5, 0, 0]],
    'M3-L' => [MicroVersion::M3, ErrorCorrectionLevel::L, [23, 14, 9, 6]],
    'M3-M' => [MicroVersion::M3, ErrorCorrectionLevel::M, [18, 11, 7, 4]],
    'M4-L' => [MicroVersion::M4, ErrorCorrectionLevel::L, [35, 21, 15, 9]],
    'M4-M' => [MicroVersion::M4, ErrorCorrectionLevel::M, [30, 18, 13, 8]],
    'M4-Q' => [MicroVersion::M4, ErrorCorrectionLevel::Q, [21, 13, 9, 5]],
]);

it('comes back from the modules, at every length and mask', function (ErrorCorrectionLevel $level, string $letters) {
    for ($length = 1; $length <= 40; $length++) {
        $text = '';
        for ($i = 0; $i < $length; $i++) {
            $text .= $letters[chance(0, strlen($letters) - 1)];
        }
        try {
            $symbol = Encoder::encode($text, new EncodeOptions($level, mask: $length % MicroTemplate::MASKS, micro: true));
        } catch (TextDoesNotFit) {
            break;
        }
        $decoded = MicroMatrixDecoder::decode($symbol->matrix);
        expect($decoded->content->says($text))->toBeTrue()
            ->and($decoded->version)->toBe($symbol->version)
            ->and($decoded->mask)->toBe($length % MicroTemplate::MASKS)
            ->and($decoded->corrected)->toBe(0);
    }
    expect($length)->toBeGreaterThan(8);
})->with([
    [ErrorCorrectionLevel::L, '0123456789'], [ErrorCorrectionLevel::M, '0123456789'], [ErrorCorrectionLevel::Q, '0123456789'],
    [ErrorCorrectionLevel::L, 'ABC12:'], [ErrorCorrectionLevel::M, 'HIVE 9'], [ErrorCorrectionLevel::L, 'abz07%'], 'bytes' => [ErrorCorrectionLevel::Q, "A1a\xFF"],
]);

it('is repaired up to the standard’s limit and no further', function (MicroVersion $version, ErrorCorrectionLevel $level) {
    $symbol = Encoder::encode('0123', new EncodeOptions($level, $version));
    $order = MicroTemplate::order($version);
    $spoil = function (int $codewords) use ($symbol, $order): ModuleMatrix {
        $rows = $symbol->matrix->rows;
        for ($i = 0; $i < $codewords; $i++) {
            // From the end, where codewords are whole.
            [$x, $y] = $order[count($order) - 1 - 8 * $i];
            $rows[$y][$x] = $rows[$y][$x] === '1' ? '0' : '1';
        }

        return new ModuleMatrix($rows);
    };
    $limit = $version->repairable($level);
    $decoded = MicroMatrixDecoder::decode($spoil($limit));
    expect($decoded->content->text)->toBe('0123')->and($decoded->corrected)->toBe($limit)
        ->and(fn () => MicroMatrixDecoder::decode($spoil($limit + 1)))->toThrow(Unreadable::class);
})->with([
    'M1' => [MicroVersion::M1, ErrorCorrectionLevel::L], 'M2-L' => [MicroVersion::M2, ErrorCorrectionLevel::L], 'M2-M' => [MicroVersion::M2, ErrorCorrectionLevel::M],
    'M3-L' => [MicroVersion::M3, ErrorCorrectionLevel::L], 'M3-M' => [MicroVersion::M3, ErrorCorrectionLevel::M],
    'M4-L' => [MicroVersion::M4, ErrorCorrectionLevel::L], 'M4-M' => [MicroVersion::M4, ErrorCorrectionLevel::M], 'M4-Q' => [MicroVersion::M4, ErrorCorrectionLevel::Q],
]);

it('is read from pictures, turned, mirrored and light on dark', function (string $text, ErrorCorrectionLevel $level) {
    $symbol = Encoder::encode($text, new EncodeOptions($level, micro: true));
    $draw = function (int $modulePx = 8) use ($symbol): GdImage {
        $picture = imagecreatefromstring(pngOf($symbol->matrix, $modulePx));
        imagepalettetotruecolor($picture);

        return $picture;
    };
    $plain = $draw();
    $reversed = $draw();
    imagefilter($reversed, IMG_FILTER_NEGATE);
    $mirrored = $draw();
    imageflip($mirrored, IMG_FLIP_HORIZONTAL);
    $pictures = ['plain' => $plain, 'reversed' => $reversed, 'mirrored' => $mirrored, 'small' => $draw(2)];
    foreach ([17, 90, 133, 180, 251] as $degrees) {
        $pictures["turned $degrees"] = imagerotate($plain, $degrees, 0xFFFFFF);
    }
    foreach ($pictures as $name => $picture) {
        ob_start();
        imagepng($picture);
        $outcome = readPicture((string) ob_get_clean());
        expect($outcome->readings)->toHaveCount(1, "$text $name")
            ->and($outcome->readings[0]->symbol->content->text)->toBe($text)
            ->and($outcome->readings[0]->symbol->version)->toBe($symbol->version);
    }
})->with([['12345', ErrorCorrectionLevel::L], ['HIVE-7', ErrorCorrectionLevel::L], ['fennmoor', ErrorCorrectionLevel::M], ['https://a.ex/7', ErrorCorrectionLevel::L], ['点茗', ErrorCorrectionLevel::L]]);

it('says what cannot be', function (Closure $make, string $message) {
    expect($make)->toThrow(InvalidSymbol::class, $message);
})->with([
    'no level H' => [fn () => Encoder::encode('1', new EncodeOptions(ErrorCorrectionLevel::H, micro: true)), 'Micro QR Code has no level H'],
    'no level Q in M2' => [fn () => Encoder::encode('1', new EncodeOptions(ErrorCorrectionLevel::Q, MicroVersion::M2)), 'Version M2 has no level Q'],
    'mask 4' => [fn () => new EncodeOptions(mask: 4, micro: true), 'masks run from 0 to 3'],
    'ECI' => [fn () => new EncodeOptions(set: CharacterSet::Utf8, micro: true), 'neither FNC1 nor ECI'],
    'a version of the larger kind' => [fn () => new EncodeOptions(version: Version::of(1), micro: true), 'M1 to M4'],
    'too long' => [fn () => Encoder::encode(str_repeat('a', 16), new EncodeOptions(ErrorCorrectionLevel::L, micro: true)), '15 bytes at L'],
]);

it('does not take noise for a symbol', function () {
    $rows = array_map(fn () => str_repeat('01', 6).'0', range(1, 13));
    expect(fn () => MicroMatrixDecoder::decode(new ModuleMatrix(array_values($rows))))->toThrow(fn (Unreadable $e) => expect($e->stage)->toBeIn([Stage::Format, Stage::Version, Stage::Correction]));
});
