<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PlainPng;
use KeenGlyph\Core\Image\PngHeader;
use KeenGlyph\Core\Image\PngReader;

function pngPart(string $type, string $data): string
{
    return pack('N', strlen($data)).$type.$data.pack('N', crc32($type.$data));
}

const PNG_SIGNATURE = "\x89PNG\r\n\x1A\n";

it('hands on the parts of a file in their order, up to the last', function () {
    $file = PNG_SIGNATURE.pngPart('IHDR', str_repeat("\0", 13)).pngPart('tEXt', 'Bee').pngPart('IDAT', 'a').pngPart('IEND', '').pngPart('tEXt', 'after the end');
    $parts = iterator_to_array(PngReader::parts($file, 100), false);
    expect(array_column($parts, 0))->toBe(['IHDR', 'tEXt', 'IDAT', 'IEND'])->and($parts[1])->toBe(['tEXt', 'Bee', true]);
});

it('says when a check value is wrong, and gives up what reaches beyond the file', function () {
    $wrong = substr_replace(pngPart('tEXt', 'Bee'), 'C', 9, 1);
    expect(iterator_to_array(PngReader::parts(PNG_SIGNATURE.$wrong, 9), false)[0][2])->toBeFalse();
    $cut = PNG_SIGNATURE.pack('N', 4_000_000_000).'IDATxxxxxxxx';
    expect(fn () => iterator_to_array(PngReader::parts($cut, 9), false))->toThrow(InvalidPicture::class);
    expect(fn () => iterator_to_array(PngReader::parts(PNG_SIGNATURE.str_repeat(pngPart('tEXt', ''), 20), 9), false))->toThrow(InvalidPicture::class)
        ->and(iterator_to_array(PngReader::parts('', 9), false))->toBe([]);
});

it('counts the bytes of all lines, interlaced or not', function (int $width, int $height, int $depth, int $type, int $channels) {
    $header = fn (int $interlace) => PngHeader::parse(pack('NNC5', $width, $height, $depth, $type, 0, 0, $interlace));
    expect($header(0)->bytes())->toBe($height * (1 + intdiv($width * $channels * $depth + 7, 8)));
    // The seven passes have every pixel once, and a filter byte for each of their lines.
    $pixels = 0;
    foreach ([[0, 0, 8, 8], [4, 0, 8, 8], [0, 4, 4, 8], [2, 0, 4, 4], [0, 2, 2, 4], [1, 0, 2, 2], [0, 1, 1, 2]] as [$x, $y, $across, $down]) {
        $pixels += max(0, intdiv($width - $x + $across - 1, $across)) * max(0, intdiv($height - $y + $down - 1, $down));
    }
    expect($pixels)->toBe($width * $height)->and($header(1)->bytes())->toBeGreaterThanOrEqual(intdiv($width * $height * $channels * $depth, 8));
})->with([[21, 21, 1, 0, 1], [600, 400, 8, 2, 3], [1, 1, 16, 6, 4], [5, 3, 4, 3, 1]]);

it('takes no header that no picture has', function (string $data) {
    expect(fn () => PngHeader::parse($data))->toThrow(InvalidPicture::class);
})->with(['', str_repeat("\0", 12), pack('NNC5', 1, 1, 3, 0, 0, 0, 0), pack('NNC5', 1, 1, 8, 5, 0, 0, 0), pack('NNC5', 1, 1, 8, 0, 0, 0, 2)]);

it('decodes only plain files, and leaves all others to the general decoder', function () {
    $grey = fn (int $depth, string $line) => PNG_SIGNATURE.pngPart('IHDR', pack('NNC5', 8, 1, $depth, 0, 0, 0, 0)).pngPart('IDAT', (string) gzcompress("\0".$line)).pngPart('IEND', '');
    expect(PlainPng::decode($grey(1, "\xA5"))?->pixels)->toBe("\xFF\0\xFF\0\0\xFF\0\xFF")
        ->and(PlainPng::decode($grey(8, '12345678'))?->pixels)->toBe('12345678')
        ->and(PlainPng::decode(substr($grey(8, '12345678'), 0, -1)))->toBeNull()
        ->and(PlainPng::decode($grey(8, '1234567')))->toBeNull()
        ->and(PlainPng::decode('no picture'))->toBeNull();
});
