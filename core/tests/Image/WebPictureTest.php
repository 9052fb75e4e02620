<?php

declare(strict_types=1);

use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureEncoder;
use KeenGlyph\Core\Image\WebPicture;
use KeenGlyph\Core\Render\PngFile;

/** A grey ramp as a JPEG whose EXIF says that it was held sideways, by a camera with a name, and where. */
function heldSideways(int $width, int $height): string
{
    $jpeg = PictureEncoder::jpeg(PngFile::grey($width, $height, str_repeat(implode('', array_map(static fn (int $x): string => chr(intdiv(255 * $x, $width)), range(0, $width - 1))), $height)));
    // TIFF header and one directory (EXIF 2.3, 4.6): make, and orientation 6.
    $tiff = "MM\0*\0\0\0\x08\0\x02".pack('nnNN', 0x010F, 2, 12, 38).pack('nnNnn', 0x0112, 3, 1, 6, 0)."\0\0\0\0"."Quillon-Cam\0";
    $exif = "Exif\0\0$tiff";

    return substr($jpeg, 0, 2)."\xFF\xE1".pack('n', strlen($exif) + 2).$exif.substr($jpeg, 2);
}

it('turns a photograph upright, makes it small and forgets who took it', function (): void {
    $made = WebPicture::of(heldSideways(2400, 1200));
    expect([$made->width, $made->height, $made->media])->toBe([800, 1600, 'image/jpeg'])->and($made->bytes)->not->toContain('Quillon')->not->toContain('Exif')->and(strlen($made->bytes))->toBeLessThan(60_000);
    $plane = (new PictureDecoder)->decode($made->bytes);
    // The dark left side is the top now.
    expect(ord($plane->pixels[400]))->toBeLessThan(20)->and(ord($plane->pixels[1599 * 800 + 400]))->toBeGreaterThan(235);
});

it('keeps what is clear', function (): void {
    $clear = PngFile::write(4, 4, 8, 6, array_fill(0, 4, str_repeat("\x10\x20\x30\0", 4)), [], 96.0, 6);
    expect(WebPicture::of($clear)->media)->toBe('image/webp');
});

it('refuses what is no picture', function (string $bytes): void {
    expect(static fn () => WebPicture::of($bytes))->toThrow(InvalidPicture::class);
})->with(['nothing' => '', 'text' => 'GIF89a nothing', 'a graymap' => "P5 1 1 255\n\0", 'a cut-off JPEG' => "\xFF\xD8\xFF\xE0".str_repeat('x', 40)]);
