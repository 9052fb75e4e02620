<?php

declare(strict_types=1);

use KeenGlyph\Core\Read\Content;
use KeenGlyph\Core\Read\ContentPart;
use KeenGlyph\Core\Read\JoinedText;
use KeenGlyph\Core\Read\MatrixDecoder;
use KeenGlyph\Core\Symbol\CharacterSet;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\QrSymbol;
use KeenGlyph\Core\Symbol\StructuredAppend;
use KeenGlyph\Core\Symbol\Version;

/** @return list<Content> */
function contentsOf(array $symbols): array
{
    return array_map(fn (QrSymbol $symbol) => MatrixDecoder::decode($symbol->matrix)->content, $symbols);
}

it('comes back whole, whatever the order, and breaks no character', function (string $base, int $count, CharacterSet $set) {
    $text = str_repeat($base, 12);
    $symbols = StructuredAppend::encode($text, $count, new EncodeOptions(ErrorCorrectionLevel::Q, set: $set));
    $contents = contentsOf($symbols);
    foreach ($contents as $index => $content) {
        expect($content->append?->index)->toBe($index)
            ->and($content->append?->total)->toBe($count)
            ->and(mb_check_encoding($symbols[$index]->text, $set === CharacterSet::ShiftJis ? 'SJIS' : 'UTF-8'))->toBeTrue();
    }
    shuffle($contents);
    expect($symbols)->toHaveCount($count)
        ->and(array_unique(array_map(fn (QrSymbol $s) => $s->version->label(), $symbols)))->toHaveCount(1)
        ->and(JoinedText::of($contents)?->text)->toBe($text)
        ->and(JoinedText::of([...$contents, $contents[0]])?->text)->toBe($text);
})->with([
    'ASCII' => ['Jar 340 g, lot H26-07. ', 3, CharacterSet::Auto],
    'umlauts' => ['Über die Heide führt der Weg. ', 5, CharacterSet::Auto],
    'four-byte characters' => ['🐝🍯', 4, CharacterSet::Auto],
    'digits' => ['0123456789', 2, CharacterSet::Auto],
    'UTF-8 stated' => ['蜂蜜 é ', 6, CharacterSet::Utf8],
    'Shift JIS stated' => ['蜂蜜のびん', 4, CharacterSet::ShiftJis],
    'sixteen' => ['Fennmoor ', 16, CharacterSet::Auto],
]);

it('states the parity of the whole text', function () {
    $symbols = StructuredAppend::encode('AB', 2);
    expect(contentsOf($symbols)[0]->append?->parity)->toBe(ord('A') ^ ord('B'))
        ->and(contentsOf($symbols)[1]->append?->parity)->toBe(3);
});

it('fills the smallest version that needs no more symbols', function () {
    // Version 1-M holds 16 codewords: 12 bits of header and 20 of place leave 96 bits, twelve bytes.
    expect(StructuredAppend::encode(str_repeat('a', 24), 2)[0]->version->label())->toBe('1')
        ->and(StructuredAppend::encode(str_repeat('a', 25), 2)[0]->version->label())->toBe('2');
});

it('joins nothing that does not belong together', function () {
    $one = contentsOf(StructuredAppend::encode('the first text', 2));
    $other = contentsOf(StructuredAppend::encode('another text', 2));
    $tampered = contentsOf(StructuredAppend::encode('the first test', 2));
    expect(JoinedText::of([$one[0]]))->toBeNull()
        ->and(JoinedText::of([$one[0], $other[1]]))->toBeNull()
        ->and(JoinedText::of([$one[0], new Content('x', 'x', [], null, null, $one[1]->append, [new ContentPart('x', null)])]))->toBeNull()
        ->and(JoinedText::of([$tampered[0], $tampered[1]])?->text)->toBe('the first test')
        ->and(JoinedText::of([]))->toBeNull();
});

it('says what cannot be', function (Closure $make, string $message) {
    expect($make)->toThrow(InvalidSymbol::class, $message);
})->with([
    'one symbol' => [fn () => StructuredAppend::encode('text', 1), '2 to 16'],
    'seventeen' => [fn () => StructuredAppend::encode('text', 17), '2 to 16'],
    'too few characters' => [fn () => StructuredAppend::encode('ü', 2), 'fewer than 2 characters'],
    'Micro QR' => [fn () => StructuredAppend::encode('text', 2, new EncodeOptions(ErrorCorrectionLevel::L, micro: true)), 'cannot be joined'],
    'too long for the version' => [fn () => StructuredAppend::encode(str_repeat('a', 100), 2, new EncodeOptions(version: Version::of(1))), 'does not fit 2 symbols of version 1'],
]);

it('gives the whole text when a picture shows the whole sequence', function () {
    $symbols = StructuredAppend::encode('the whole of it, on one sheet of paper', 3);
    $sheet = new Imagick;
    foreach ($symbols as $symbol) {
        $part = new Imagick;
        $part->readImageBlob(pngOf($symbol->matrix, 4));
        $sheet->addImage($part);
    }
    $sheet->resetIterator();
    $row = $sheet->appendImages(false);
    $row->setImageFormat('png');
    expect(readPicture($row->getImageBlob())->joined()?->text)->toBe('the whole of it, on one sheet of paper')
        ->and(readPicture(pngOf($symbols[0]->matrix, 4))->joined())->toBeNull();
});
