<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\JpegSegments;
use KeenGlyph\Core\Image\PngChunks;
use KeenGlyph\Core\Image\WebpStill;

/** A picture with a texture that shows whether anything was lost. */
function textured(string $format, ?callable $change = null): string
{
    $picture = new Imagick;
    $picture->newPseudoImage(90, 70, 'plasma:red-blue');
    $picture->setImageFormat($format);
    $change === null ?: $change($picture);

    return $picture->getImageBlob();
}

/** @return list<string> names of a PNG file's chunks */
function chunksOf(string $png): array
{
    $names = [];
    for ($at = 8; $at < strlen($png); $at += 12 + unpack('N', $png, $at)[1]) {
        $names[] = substr($png, $at + 4, 4);
    }

    return $names;
}

/** A chunk put before the data. */
function withChunk(string $png, string $name, string $bytes): string
{
    $at = strpos($png, 'IDAT') - 4;

    return substr($png, 0, $at).pack('N', strlen($bytes)).$name.$bytes.pack('N', crc32($name.$bytes)).substr($png, $at);
}

function signatureOf(string $file): string
{
    $picture = new Imagick;
    $picture->readImageBlob($file);

    return $picture->getImageSignature();
}

it('takes from a PNG file all but its pixels, which stay as they were', function (callable $make) {
    $png = $make();
    $cleaned = PngChunks::cleaned(withChunk(withChunk($png, 'tEXt', "Comment\0clover"), 'zTXt', "a\0\0".gzcompress('b')));
    expect(signatureOf($cleaned))->toBe(signatureOf($png))
        ->and($cleaned)->not->toContain('clover')
        ->and(array_diff(chunksOf($cleaned), ['IHDR', 'PLTE', 'tRNS', 'gAMA', 'cHRM', 'sRGB', 'pHYs', 'eXIf', 'IDAT', 'IEND']))->toBe([]);
})->with([
    'colours' => [fn (): string => textured('png24')],
    'sixteen bits' => [fn (): string => textured('png48')],
    'grey' => [fn (): string => textured('png', fn (Imagick $picture) => $picture->setImageType(Imagick::IMGTYPE_GRAYSCALE))],
    'a palette' => [fn (): string => textured('png', fn (Imagick $picture) => $picture->quantizeImage(16, Imagick::COLORSPACE_SRGB, 0, false, false))],
    'transparency' => [fn (): string => textured('png32', fn (Imagick $picture) => $picture->setImageAlphaChannel(Imagick::ALPHACHANNEL_SET) && $picture->evaluateImage(Imagick::EVALUATE_SET, Imagick::getQuantum() / 2, Imagick::CHANNEL_ALPHA))],
    'interlaced' => [fn (): string => textured('png24', fn (Imagick $picture) => $picture->setInterlaceScheme(Imagick::INTERLACE_PNG))],
]);

it('keeps of a PNG file’s data just what its header promises', function () {
    $chunk = fn (string $name, string $bytes): string => pack('N', strlen($bytes)).$name.$bytes.pack('N', crc32($name.$bytes));
    $file = fn (string $data): string => "\x89PNG\r\n\x1A\n".$chunk('IHDR', pack('NNCCCCC', 8, 8, 8, 0, 0, 0, 0)).$chunk('IDAT', $data).$chunk('IEND', '');
    $lines = str_repeat("\0".str_repeat("\x5A", 8), 8);
    $whole = PngChunks::cleaned($file(gzcompress($lines)));
    expect(PngChunks::cleaned($file(gzcompress($lines.str_repeat('x', 100_000)))))->not->toContain('xxxx')
        ->and(signatureOf(PngChunks::cleaned($file(gzcompress($lines.str_repeat('x', 100_000))))))->toBe(signatureOf($whole))
        // What is missing at the end is black; where less than half is there, nothing is read.
        ->and(signatureOf(PngChunks::cleaned($file(gzcompress(substr($lines, 0, 63))))))->toBe(signatureOf(PngChunks::cleaned($file(gzcompress(str_pad(substr($lines, 0, 63), 72, "\0"))))))
        ->and(fn () => PngChunks::cleaned($file(gzcompress(substr($lines, 0, 20)))))->toThrow(InvalidPicture::class)
        ->and(fn () => PngChunks::cleaned($file('no stream')))->toThrow(InvalidPicture::class);
});

it('finds the size of every sort of JPEG file, and takes off what says nothing of its pixels', function (callable $change) {
    $jpeg = textured('jpeg', $change);
    $noted = substr($jpeg, 0, 2)."\xFF\xFE\x00\x08clover\xFF\xED\x00\x08secret".substr($jpeg, 2);
    expect(JpegSegments::size($noted))->toBe([90, 70])
        ->and(JpegSegments::cleaned($noted))->not->toContain('secret')
        ->and(signatureOf(JpegSegments::cleaned($noted)))->toBe(signatureOf($jpeg));
})->with([
    'baseline' => [fn (Imagick $picture) => null],
    'progressive' => [fn (Imagick $picture) => $picture->setInterlaceScheme(Imagick::INTERLACE_JPEG)],
    'grey' => [fn (Imagick $picture) => $picture->setImageType(Imagick::IMGTYPE_GRAYSCALE)],
    'fine colours' => [fn (Imagick $picture) => $picture->setOption('jpeg:sampling-factor', '4:4:4')],
]);

it('takes the first picture of an animation', function () {
    $film = new Imagick;
    foreach (['red', 'green', 'blue'] as $colour) {
        $film->newImage(40, 30, $colour, 'webp');
        $film->setImageDelay(20);
    }
    $still = WebpStill::of($film->getImagesBlob());
    $picture = new Imagick;
    $picture->readImageBlob($still);
    expect($picture->getNumberImages())->toBe(1)
        ->and([$picture->getImageWidth(), $picture->getImageHeight()])->toBe([40, 30])
        ->and($picture->getImagePixelColor(5, 5)->getColor()['r'])->toBeGreaterThan(200);
});
