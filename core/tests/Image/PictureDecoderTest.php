<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureEncoder;
use KeenGlyph\Core\Image\PictureHeader;
use KeenGlyph\Core\Image\PictureLimits;
use KeenGlyph\Core\Image\PlainPng;
use KeenGlyph\Core\Symbol\Encoder;

it('knows format and size from the first bytes', function () {
    $png = pngOf(Encoder::encode('hive')->matrix, 4);
    foreach (['png' => $png, 'jpeg' => PictureEncoder::jpeg($png), 'webp' => PictureEncoder::webp($png)] as $format => $bytes) {
        $header = PictureHeader::of($bytes);
        expect([$header->format, $header->width, $header->height])->toBe([$format, 116, 116]);
    }
    $lossy = new Imagick;
    $lossy->readImageBlob($png);
    $lossy->setImageFormat('webp');
    $lossy->setImageCompressionQuality(50);
    expect(PictureHeader::of($lossy->getImageBlob())->width)->toBe(116);
});

it('refuses before decoding what is over the limits', function () {
    $bomb = "\x89PNG\r\n\x1A\n".pack('N', 13).'IHDR'.pack('NNCCCCC', 20_000, 20_000, 1, 0, 0, 0, 0).'crc.';
    $start = hrtime(true);
    expect(fn () => (new PictureDecoder)->decode($bomb))->toThrow(InvalidPicture::class, '400.0 megapixels');
    expect(fn () => (new PictureDecoder(new PictureLimits(bytes: 100)))->decode(str_repeat('x', 101)))->toThrow(InvalidPicture::class, 'MB');
    expect((hrtime(true) - $start) / 1e6)->toBeLessThan(200);
});

it('refuses what is not a picture it takes', function (string $bytes) {
    expect(fn () => (new PictureDecoder)->decode($bytes))->toThrow(InvalidPicture::class);
})->with([
    'nothing' => [''],
    'text' => ['hello, world, this is no picture at all'],
    'SVG' => ['<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10"/>'],
    'GIF' => ["GIF89a\1\0\1\0\0\0\0;".str_repeat("\0", 40)],
    'a script for ImageMagick' => ["push graphic-context\nviewbox 0 0 640 480\nfill 'url(https://fennmoor.example/)'"],
    'PNG header alone' => ["\x89PNG\r\n\x1A\n"],
    'JPEG start alone' => ["\xFF\xD8\xFF\xE0".str_repeat("\0", 30)],
]);

it('survives broken files', function () {
    $png = pngOf(Encoder::encode('hive')->matrix, 4);
    $originals = [$png, PictureEncoder::jpeg($png), PictureEncoder::webp($png)];
    $decoded = 0;
    $refused = 0;
    for ($i = 0; $i < 300; $i++) {
        $bytes = $originals[$i % 3];
        for ($k = chance(1, 20); $k > 0; $k--) {
            $bytes[chance(0, strlen($bytes) - 1)] = chr(chance(0, 255));
        }
        $bytes = substr($bytes, 0, chance(1, strlen($bytes)));
        try {
            (new PictureDecoder)->decode($bytes);
            $decoded++;
        } catch (InvalidPicture) {
            $refused++;
        }
    }
    expect($decoded + $refused)->toBe(300)->and($refused)->toBeGreaterThan(0);
});

it('lays transparency on white and respects the orientation of a camera', function () {
    $clear = new Imagick;
    $clear->newImage(3, 2, new ImagickPixel('transparent'), 'png');
    expect((new PictureDecoder)->decode($clear->getImageBlob())->pixels)->toBe(str_repeat("\xFF", 6));

    $picture = new Imagick;
    $picture->newImage(40, 20, new ImagickPixel('white'), 'jpeg');
    $dot = new ImagickDraw;
    $dot->rectangle(0, 0, 9, 9);
    $picture->drawImage($dot);
    $jpeg = $picture->getImageBlob();
    // An APP1 segment with orientation 6: turn a quarter clockwise to see it upright.
    $exif = "Exif\0\0MM\0\x2A\0\0\0\x08\0\1\x01\x12\0\3\0\0\0\1\0\6\0\0\0\0\0\0";
    $turned = substr($jpeg, 0, 2)."\xFF\xE1".pack('n', strlen($exif) + 2).$exif.substr($jpeg, 2);
    $plane = (new PictureDecoder)->decode($turned);
    expect([$plane->width, $plane->height])->toBe([20, 40])
        ->and(ord($plane->pixels[18]))->toBeLessThan(60)
        ->and(ord($plane->pixels[1]))->toBeGreaterThan(200);
});

it('decodes our own PNGs as an independent decoder does', function (string $dark, string $light) {
    $finish = Finish::coloured(Colour::fromHex($dark), Colour::fromHex($light));
    foreach ([1, 3, 8] as $px) {
        $png = pngOf(Encoder::encode('https://fennmoor.example/hive/7')->matrix, $px, $finish);
        $plane = PlainPng::decode($png);
        expect($plane)->not->toBeNull();
        $picture = imagecreatefromstring($png);
        imagepalettetotruecolor($picture);
        for ($y = 0; $y < $plane->height; $y += 5) {
            for ($x = 0; $x < $plane->width; $x++) {
                $colour = imagecolorat($picture, $x, $y);
                $grey = 0.2126 * ($colour >> 16 & 255) + 0.7152 * ($colour >> 8 & 255) + 0.0722 * ($colour & 255);
                if (abs($grey - ord($plane->pixels[$y * $plane->width + $x])) > 1) {
                    $this->fail("Pixel $x, $y differs.");
                }
            }
        }
    }
})->with([['#000000', '#FFFFFF'], ['#2B1A0E', '#FFFAEC'], ['#A90D5A', '#00FF00']]);

it('leaves every other PNG, and every damaged one, to the general decoder', function () {
    $png = pngOf(Encoder::encode('hive')->matrix, 4);
    $true = imagecreatetruecolor(9, 9);
    ob_start();
    imagepng($true);
    expect(PlainPng::decode((string) ob_get_clean()))->toBeNull();
    for ($i = 0; $i < 300; $i++) {
        $damaged = $png;
        $at = chance(8, strlen($png) - 1);
        $damaged[$at] = chr(ord($damaged[$at]) ^ (1 << chance(0, 7)));
        expect(PlainPng::decode($damaged))->toBeNull();
        expect(PlainPng::decode(substr($png, 0, chance(8, strlen($png) - 1))))->toBeNull();
    }
});

it('decodes grey PNGs of every depth alike', function () {
    foreach ([1, 2, 4, 8] as $depth) {
        $most = 2 ** $depth - 1;
        $lines = '';
        foreach ([0, $most, 1] as $value) {
            $lines .= "\0".str_repeat(chr((int) bindec(str_repeat(sprintf("%0{$depth}b", $value), intdiv(8, $depth)))), intdiv(16 * $depth, 8));
        }
        $chunk = fn (string $type, string $data) => pack('N', strlen($data)).$type.$data.pack('N', crc32($type.$data));
        $png = "\x89PNG\r\n\x1A\n".$chunk('IHDR', pack('NNCCCCC', 16, 3, $depth, 0, 0, 0, 0)).$chunk('IDAT', (string) gzcompress($lines)).$chunk('IEND', '');
        expect(PlainPng::decode($png)?->pixels)->toBe(str_repeat("\0", 16).str_repeat("\xFF", 16).str_repeat(chr(intdiv(255, $most)), 16));
    }
});
