<?php

declare(strict_types=1);

use KeenGlyph\Core\Read\MatrixDecoder;
use KeenGlyph\Core\Symbol\Capacity;
use KeenGlyph\Core\Symbol\Codewords;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Fit;
use KeenGlyph\Core\Symbol\FormatInformation;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\LevelTable;
use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\TextDoesNotFit;
use KeenGlyph\Core\Symbol\Version;
use KeenGlyph\Core\Symbol\VersionInformation;

it('encodes the worked example of ISO/IEC 18004 annex I codeword for codeword', function () {
    $version = Version::of(1);
    $data = Codewords::data([new Segment(Mode::Numeric, '01234567')], $version, ErrorCorrectionLevel::M);
    expect(bin2hex(Codewords::final($data, $version->blocks(ErrorCorrectionLevel::M))))
        ->toBe('10200c566180ec11ec11ec11ec11ec11'.'a524d4c1ed36c7872c55');

    $symbol = Encoder::encode('01234567');
    expect($symbol->version->number)->toBe(1)
        ->and($symbol->level)->toBe(ErrorCorrectionLevel::M)
        ->and($symbol->mask)->toBe(0b010);
});

it('states format and version as the examples of annexes C and D do', function () {
    expect(decbin(FormatInformation::bits(ErrorCorrectionLevel::M, 0b101)))->toBe('100000011001110')
        ->and(sprintf('%018b', VersionInformation::bits(Version::of(7))))->toBe('000111110010010100');
});

it('knows capacities of table 7', function (int $version, string $level, int $digits, int $alphanumeric, int $bytes) {
    [$v, $l] = [Version::of($version), ErrorCorrectionLevel::from($level)];
    expect([
        Capacity::characters($v, $l, Mode::Numeric),
        Capacity::characters($v, $l, Mode::Alphanumeric),
        Capacity::characters($v, $l, Mode::Byte),
    ])->toBe([$digits, $alphanumeric, $bytes]);
})->with([
    [1, 'L', 41, 25, 17], [1, 'H', 17, 10, 7], [6, 'Q', 178, 108, 74], [9, 'M', 432, 262, 180], [10, 'L', 652, 395, 271],
    [21, 'Q', 1224, 742, 509], [26, 'M', 2544, 1542, 1059], [27, 'H', 1501, 910, 625], [40, 'L', 7089, 4296, 2953], [40, 'H', 3057, 1852, 1273],
]);

it('fills every version and level to the last byte, and not one more', function (ErrorCorrectionLevel $level) {
    for ($number = 1; $number <= 40; $number++) {
        $room = Capacity::bytes(Version::of($number), $level);
        $full = str_repeat('a', $room);
        expect(Encoder::encode($full, new EncodeOptions($level))->version->number)->toBe($number);
        $fixed = new EncodeOptions($level, Version::of($number));
        expect(fn () => Encoder::encode($full.'a', $fixed))->toThrow(TextDoesNotFit::class);
    }
})->with(ErrorCorrectionLevel::cases());

it('says how many bytes fit at each level', function () {
    try {
        Encoder::encode(str_repeat('é', 1000), new EncodeOptions(ErrorCorrectionLevel::H));
        $this->fail('It fitted.');
    } catch (TextDoesNotFit $e) {
        expect($e->bytes)->toBe(2000)
            ->and($e->room)->toBe(['L' => 2953, 'M' => 2331, 'Q' => 1663, 'H' => 1273])
            ->and($e->getMessage())->toContain('2953', '2331', '1663', '1273');
    }
});

it('takes a fixed version and mask', function () {
    $symbol = Encoder::encode('fennmoor', new EncodeOptions(ErrorCorrectionLevel::Q, Version::of(9), 6));
    expect([$symbol->version->number, $symbol->mask, $symbol->matrix->size()])->toBe([9, 6, 53]);
});

it('refuses what does not exist', function (callable $make) {
    expect($make)->toThrow(InvalidSymbol::class);
})->with([
    'empty text' => [fn () => Encoder::encode('')],
    'version 0' => [fn () => Version::of(0)],
    'version 41' => [fn () => Version::of(41)],
    'mask 8' => [fn () => new EncodeOptions(mask: 8)],
    'more than any symbol holds' => [fn () => Encoder::encode(str_repeat('0', 7090), new EncodeOptions(ErrorCorrectionLevel::L))],
]);

it('counts what is free', function () {
    $symbol = Encoder::encode('https://fennmoor.example/hive/7', new EncodeOptions(ErrorCorrectionLevel::Q));
    $grown = Encoder::encode($symbol->text.str_repeat('x', $symbol->bytesLeft()), new EncodeOptions(ErrorCorrectionLevel::Q));
    $over = Encoder::encode($symbol->text.str_repeat('x', $symbol->bytesLeft() + 1), new EncodeOptions(ErrorCorrectionLevel::Q));
    expect($grown->version)->toEqual($symbol->version)
        ->and($over->version->number)->toBe($symbol->version->number + 1);
});

it('tells what each level costs, as the encoder then makes it', function () {
    foreach (['https://fennmoor.example/hive/7', str_repeat('7', 3500)] as $text) {
        foreach (LevelTable::of($text) as $row) {
            $level = ErrorCorrectionLevel::from($row['level']);
            if (! $row['fits']) {
                expect(fn () => Encoder::encode($text, new EncodeOptions($level)))->toThrow(TextDoesNotFit::class);

                continue;
            }
            $symbol = Encoder::encode($text, new EncodeOptions($level));
            expect([$row['version'], $row['modules'], $row['bits_used'], $row['bits_available']])
                ->toBe([$symbol->version->number, $symbol->matrix->size(), $symbol->bitsUsed(), $symbol->bitsAvailable()]);
        }
    }
    expect(array_column(LevelTable::of(str_repeat('7', 3500)), 'fits'))->toBe([true, true, true, false]);
});

it('says what a text fits into without drawing it, with the level lifted and the cuts that were weighed', function (): void {
    $options = new EncodeOptions(ErrorCorrectionLevel::L, raiseLevel: true);
    $symbol = Encoder::encode('HIVE 7', $options);
    $fit = Encoder::fit('HIVE 7', $options);
    expect($fit)->toBeInstanceOf(Fit::class)->and($fit->version)->toEqual($symbol->version)->and($fit->level)->toBe(ErrorCorrectionLevel::H)
        ->and($fit->segmentation->bits($fit->version))->toBe($symbol->bitsUsed())
        // A segmentation that was made before is used again.
        ->and(Encoder::fit('HIVE 7', new EncodeOptions(ErrorCorrectionLevel::Q), $fit->segmentation)->segmentation)->toBe($fit->segmentation);
});

it('lifts the level as far as the version allows', function () {
    $plain = Encoder::encode('HIVE 7', new EncodeOptions(ErrorCorrectionLevel::L));
    $lifted = Encoder::encode('HIVE 7', new EncodeOptions(ErrorCorrectionLevel::L, raiseLevel: true));
    expect($lifted->version)->toEqual($plain->version)->and($lifted->level)->toBe(ErrorCorrectionLevel::H)
        ->and(Encoder::encode(str_repeat('a', 15), new EncodeOptions(ErrorCorrectionLevel::L, raiseLevel: true))->level)->toBe(ErrorCorrectionLevel::L)
        ->and(Encoder::encode(str_repeat('a', 14), new EncodeOptions(ErrorCorrectionLevel::L, raiseLevel: true))->level)->toBe(ErrorCorrectionLevel::M);
});

it('carries FNC1 in first and second position', function () {
    $text = "0109520123456788\x1D10H26%07";
    $first = MatrixDecoder::decode(Encoder::encode($text, new EncodeOptions(fnc1: Segment::fnc1First()))->matrix)->content;
    expect($first->fnc1)->toBe('')->and($first->text)->toBe($text);
    foreach (['37', '00', 'A', 'z'] as $indicator) {
        $second = MatrixDecoder::decode(Encoder::encode('AA1234BBB112', new EncodeOptions(fnc1: Segment::fnc1Second($indicator)))->matrix)->content;
        expect($second->fnc1)->toBe($indicator)->and($second->text)->toBe('AA1234BBB112');
    }
    expect(fn () => Segment::fnc1Second('123'))->toThrow(InvalidSymbol::class, 'two digits or one letter');
});

it('writes ECI assignment numbers in one, two and three bytes', function (int $number, string $bits) {
    expect(Segment::eci($number)->toBitString(Version::of(1)))->toBe('0111'.$bits);
})->with([[9, '00001001'], [127, '01111111'], [128, '1000000010000000'], [16383, '1011111111111111'], [16384, '110000000100000000000000'], [999999, '110011110100001000111111']]);

it('encodes kanji as the standard’s examples do', function () {
    // 7.4.6: the Shift JIS values 935F and E4AA become 0D9F and 1AAA.
    expect((new Segment(Mode::Kanji, "\x93\x5F"))->toBitString(Version::of(1)))->toBe('1000'.'00000001'.'0110110011111')
        ->and((new Segment(Mode::Kanji, "\xE4\xAA"))->toBitString(Version::of(1)))->toBe('1000'.'00000001'.'1101010101010');
});
