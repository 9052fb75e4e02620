<?php

declare(strict_types=1);

use KeenGlyph\Core\Read\MatrixDecoder;
use KeenGlyph\Core\Symbol\BlockLayout;
use KeenGlyph\Core\Symbol\Capacity;
use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\Codewords;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel as Level;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\MicroVersion;
use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\ModeChoice;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\ReedSolomon;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\Segmentation;
use KeenGlyph\Core\Symbol\StructuredAppend;
use KeenGlyph\Core\Symbol\TextCoding;
use KeenGlyph\Core\Symbol\TextDoesNotFit;
use KeenGlyph\Core\Symbol\Version;

/** The words with which something is refused. */
function refusedWith(callable $asked): ?string
{
    try {
        $asked();
    } catch (InvalidSymbol $e) {
        return $e->getMessage();
    }

    return null;
}

it('refuses options that cannot go together, in words', function (callable $options, string $words): void {
    expect(refusedWith($options))->toBe($words);
})->with([
    'a mask too high' => [fn () => new EncodeOptions(mask: 8), 'Mask 8 does not exist: masks run from 0 to 7.'],
    'a mask below none' => [fn () => new EncodeOptions(mask: -1), 'Mask -1 does not exist: masks run from 0 to 7.'],
    'a mask that small symbols lack' => [fn () => new EncodeOptions(version: MicroVersion::M3, mask: 4), 'Mask 4 does not exist: masks run from 0 to 3.'],
    'a text for FNC1' => [fn () => new EncodeOptions(fnc1: new Segment(Mode::Byte, 'x')), 'Only an FNC1 segment says what the text is made of.'],
    'FNC1 in a small symbol' => [fn () => new EncodeOptions(micro: true, fnc1: Segment::fnc1First()), 'Micro QR Code has neither FNC1 nor ECI.'],
    'ECI in a small symbol' => [fn () => new EncodeOptions(version: MicroVersion::M4, set: CharacterSet::Utf8), 'Micro QR Code has neither FNC1 nor ECI.'],
    'a small symbol of a large version' => [fn () => new EncodeOptions(version: Version::of(1), micro: true), 'Versions of Micro QR Code are M1 to M4.'],
    'no text' => [fn () => Encoder::encode(''), 'There is no text to encode.'],
    'a level that M1 lacks' => [fn () => Encoder::encode('1', new EncodeOptions(Level::M, MicroVersion::M1)), 'Version M1 has no level M.'],
    'a level that small symbols lack' => [fn () => Encoder::encode('1', new EncodeOptions(Level::H, micro: true)), 'Micro QR Code has no level H: choose L, M or Q.'],
    'letters as digits' => [fn () => Encoder::encode('HIVE', new EncodeOptions(modes: ModeChoice::Numeric)), 'The text has characters that numeric mode cannot carry. Choose byte, or leave the modes to the encoder.'],
    'small letters as capitals' => [fn () => Encoder::encode('hive', new EncodeOptions(modes: ModeChoice::Alphanumeric)), 'The text has characters that alphanumeric mode cannot carry. Choose byte, or leave the modes to the encoder.'],
    'one symbol of many' => [fn () => StructuredAppend::encode('HIVE 7', 1), 'A text is spread over 2 to 16 symbols.'],
    'seventeen' => [fn () => StructuredAppend::encode('HIVE 7', 17), 'A text is spread over 2 to 16 symbols.'],
    'small ones joined' => [fn () => StructuredAppend::encode('HIVE 7', 2, new EncodeOptions(micro: true)), 'Micro QR Code symbols cannot be joined.'],
    'fewer characters than symbols' => [fn () => StructuredAppend::encode('abc', 4), 'The text has fewer than 4 characters, so it cannot be spread over 4 symbols.'],
    'fewer characters, not bytes' => [fn () => StructuredAppend::encode('öä', 3), 'The text has fewer than 3 characters, so it cannot be spread over 3 symbols.'],
    'more than sixteen hold' => [fn () => StructuredAppend::encode(str_repeat('1', 16 * 7089 + 1), 16), 'The text is 113425 bytes, more than 16 symbols hold.'],
    'more than two of a version hold' => [fn () => StructuredAppend::encode(str_repeat('a', 40), 2, new EncodeOptions(Level::L, Version::of(1))), 'The text is 40 bytes and does not fit 2 symbols of version 1 at level L.'],
    'more than two of any' => [fn () => StructuredAppend::encode(str_repeat('a', 6000), 2, new EncodeOptions(Level::L)), 'The text is 6000 bytes and does not fit 2 symbols of version 40 at level L.'],
]);

it('allows what is just within', function (): void {
    expect((new EncodeOptions(mask: 7))->mask)->toBe(7)->and((new EncodeOptions(version: MicroVersion::M3, mask: 3))->mask)->toBe(3)->and((new EncodeOptions(mask: 0))->mask)->toBe(0)
        ->and((new EncodeOptions(micro: true, version: MicroVersion::M2))->isMicro())->toBeTrue()
        ->and(StructuredAppend::encode('ab', 2))->toHaveCount(2)->and(StructuredAppend::encode(str_repeat('a', 16), 16))->toHaveCount(16);
    $options = (new EncodeOptions(Level::Q, Version::of(3), 5, CharacterSet::Utf8, true, modes: ModeChoice::Mixed))->withFnc1(Segment::fnc1First());
    expect([$options->level, $options->version?->number, $options->mask, $options->set, $options->raiseLevel, $options->fnc1?->mode, $options->modes])->toBe([Level::Q, 3, 5, CharacterSet::Utf8, true, Mode::Fnc1First, ModeChoice::Mixed]);
});

it('says how much fits where a text does not', function (string $text, EncodeOptions $options, string $words, array $room): void {
    try {
        Encoder::encode($text, $options);
        $found = null;
    } catch (TextDoesNotFit $e) {
        $found = [$e->getMessage(), $e->bytes, $e->room];
    }
    expect($found)->toBe([$words, strlen($text), $room]);
})->with([
    'a version' => [str_repeat('a', 18), new EncodeOptions(Level::L, Version::of(1)), 'The text is 18 bytes and does not fit version 1 at level L. Version 1 holds 17 bytes at L, 14 at M, 11 at Q, 7 at H (more if the text is digits or capitals).', ['L' => 17, 'M' => 14, 'Q' => 11, 'H' => 7]],
    'digits alone' => ['123456', new EncodeOptions(Level::L, MicroVersion::M1), 'The text is 6 bytes and does not fit version M1 at level L. Version M1 holds 5 digits at L.', ['L' => 5, 'M' => 0, 'Q' => 0, 'H' => 0]],
    'the largest' => [str_repeat('a', 2954), new EncodeOptions(Level::L), 'The text is 2954 bytes and does not fit version 40 at level L. Version 40 holds 2953 bytes at L, 2331 at M, 1663 at Q, 1273 at H (more if the text is digits or capitals).', ['L' => 2953, 'M' => 2331, 'Q' => 1663, 'H' => 1273]],
    'more than any' => [str_repeat('1', 7090), new EncodeOptions(Level::L), 'The text is 7090 bytes and does not fit version 40 at level L. Version 40 holds 2953 bytes at L, 2331 at M, 1663 at Q, 1273 at H (more if the text is digits or capitals).', ['L' => 2953, 'M' => 2331, 'Q' => 1663, 'H' => 1273]],
]);

it('takes the whole of what a version holds, in each mode', function (Mode $mode, string $character, int $most): void {
    $options = new EncodeOptions(Level::L, Version::of(1));
    expect(Encoder::encode(str_repeat($character, $most), $options)->version->modules())->toBe(21)
        ->and(refusedWith(static fn () => Encoder::encode(str_repeat($character, $most + 1), $options)))->not->toBeNull()
        ->and(Capacity::characters(Version::of(1), Level::L, $mode))->toBe($most);
})->with([[Mode::Numeric, '7', 41], [Mode::Alphanumeric, 'A', 25], [Mode::Byte, 'a', 17], [Mode::Kanji, '蜂', 10]]);

it('makes the codewords of annex I', function (): void {
    $segments = (new Segmentation('01234567', new EncodeOptions))->segments(Version::of(1)) ?? [];
    $data = Codewords::data($segments, Version::of(1), Level::M);
    expect(strtoupper(bin2hex($data)))->toBe('10200C566180EC11EC11EC11EC11EC11')
        ->and(strtoupper(bin2hex(ReedSolomon::correction($data, 10))))->toBe('A524D4C1ED36C7872C55')
        ->and(strtoupper(bin2hex(Codewords::final($data, new BlockLayout(26, 1, 10)))))->toBe('10200C566180EC11EC11EC11EC11EC11A524D4C1ED36C7872C55');
    // A text that leaves no room for the terminator gets none.
    $full = Codewords::data((new Segmentation(str_repeat('7', 41), new EncodeOptions(Level::L)))->segments(Version::of(1)) ?? [], Version::of(1), Level::L);
    expect(strlen($full))->toBe(19);
});

it('keeps the last four bits of M1 and M3 in a codeword of their own', function (): void {
    $one = Codewords::data([new Segment(Mode::Numeric, '01234567')], MicroVersion::M2, Level::L);
    // The example of annex I for Micro QR Code: 40 18 AC C3 00.
    expect(strtoupper(bin2hex($one)))->toBe('4018ACC300')
        ->and(strlen(Codewords::data([new Segment(Mode::Numeric, '123')], MicroVersion::M1, Level::L)))->toBe(3)
        ->and(ord(Codewords::data([new Segment(Mode::Numeric, '12345')], MicroVersion::M1, Level::L)[2]))->toBeLessThan(16);
});

it('divides codewords into blocks, the longer ones last, and takes one of each in turn', function (): void {
    $layout = Version::of(5)->blocks(Level::Q);
    expect($layout->dataLengths())->toBe([15, 15, 16, 16])->and($layout->dataCodewords())->toBe(62)
        ->and($layout->repairableShare())->toEqualWithDelta(4 * 9 / 134, 1e-9);
    $data = implode('', array_map(chr(...), range(0, 61)));
    $final = Codewords::final($data, $layout);
    expect(array_map(ord(...), str_split(substr($final, 0, 8))))->toBe([0, 15, 30, 46, 1, 16, 31, 47])
        // The sixteenth of the longer blocks alone.
        ->and(array_map(ord(...), str_split(substr($final, 60, 2))))->toBe([45, 61])
        ->and(strlen($final))->toBe(134)
        ->and($final[62])->toBe(ReedSolomon::correction(substr($data, 0, 15), 18)[0])
        ->and($final[63])->toBe(ReedSolomon::correction(substr($data, 15, 15), 18)[0]);
});

it('spreads a text so that every piece is whole, and all together are the text', function (string $text, int $count, CharacterSet $set): void {
    $symbols = StructuredAppend::encode($text, $count, new EncodeOptions(Level::M, set: $set));
    $bytes = TextCoding::of($text, $set)->bytes;
    $read = array_map(static fn (QrSymbol $symbol) => MatrixDecoder::decode($symbol->matrix)->content, $symbols);
    expect(count($symbols))->toBe($count)->and(implode('', array_map(static fn ($content): string => $content->bytes, $read)))->toBe($bytes)
        ->and(count(array_unique(array_map(static fn (QrSymbol $symbol): int => $symbol->version->modules(), $symbols))))->toBe(1);
    foreach ($read as $i => $content) {
        expect([$content->append?->index, $content->append?->total, $content->append?->parity])->toBe([$i, $count, StructuredAppend::parity($bytes)])
            ->and($content->bytes)->not->toBe('')
            ->and($set === CharacterSet::Bytes || mb_check_encoding($content->bytes, $set === CharacterSet::ShiftJis ? 'SJIS' : 'UTF-8'))->toBeTrue();
    }
})->with([
    ['HIVE 7 QUEEN BLUE', 2, CharacterSet::Auto], [str_repeat('Bienenstöcke ', 30), 3, CharacterSet::Auto], [str_repeat('蜂蜜', 20), 5, CharacterSet::Utf8],
    [str_repeat('蜂蜜', 20), 4, CharacterSet::ShiftJis], [str_repeat("\xC3\xB6", 9), 4, CharacterSet::Bytes], ['abcdefghijklmnop', 16, CharacterSet::Auto], [str_repeat('0123456789', 60), 7, CharacterSet::Auto],
]);

it('halves the longest piece until there are as many as were asked', function (): void {
    $sizes = array_map(static fn (QrSymbol $symbol): int => strlen($symbol->text), StructuredAppend::encode(str_repeat('a', 64), 8));
    expect(array_sum($sizes))->toBe(64)->and(max($sizes) - min($sizes))->toBeLessThanOrEqual(8);
});

it('knows a text by the exclusive or of its bytes', function (): void {
    expect(StructuredAppend::parity(''))->toBe(0)->and(StructuredAppend::parity('a'))->toBe(97)->and(StructuredAppend::parity('aa'))->toBe(0)->and(StructuredAppend::parity("ab\xFF"))->toBe(97 ^ 98 ^ 255);
});

it('has one mode where one is asked for, and chooses elsewhere', function (): void {
    expect(array_map(static fn (ModeChoice $choice): ?Mode => $choice->mode(), ModeChoice::cases()))->toBe([null, null, Mode::Numeric, Mode::Alphanumeric, Mode::Byte, Mode::Kanji]);
    $modes = static fn (string $text, ModeChoice $choice): array => array_map(static fn (Segment $segment): Mode => $segment->mode, Encoder::encode($text, new EncodeOptions(Level::L, Version::of(4), modes: $choice))->segments);
    $text = 'hive01234567890123456789HIVE';
    expect($modes($text, ModeChoice::Byte))->toBe([Mode::Byte])
        ->and(count($modes($text, ModeChoice::Mixed)))->toBeGreaterThan(1)
        // With room for it one segment is enough.
        ->and($modes($text, ModeChoice::Auto))->toBe([Mode::Byte]);
});

it('raises the level as far as the version has room', function (): void {
    $level = static fn (string $text, bool $raises): Level => Encoder::encode($text, new EncodeOptions(Level::L, Version::of(2), raiseLevel: $raises))->level;
    expect($level('hive', true))->toBe(Level::H)->and($level('hive', false))->toBe(Level::L)
        ->and($level(str_repeat('a', 18), true))->toBe(Level::Q)->and($level(str_repeat('a', 26), true))->toBe(Level::M)->and($level(str_repeat('a', 32), true))->toBe(Level::L);
});
