<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureEncoder;
use KeenGlyph\Core\Image\PictureNotMade;
use KeenGlyph\Core\Read\PictureReader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\Stage;
use KeenGlyph\Core\Render\PngFile;
use KeenGlyph\Core\Tests\Image\HostilePictures;

/** Seconds and megabytes that no file may take, whatever it is. */
const HOSTILE_SECONDS = 6.0;
const HOSTILE_MEGABYTES = 256;

/** What opening a file comes to, within bounds of time and memory. */
function opened(string $bytes, callable $open): string
{
    memory_reset_peak_usage();
    $before = memory_get_usage();
    $start = hrtime(true);
    try {
        $open($bytes);
        $end = 'taken';
    } catch (InvalidPicture|InvalidFinish $e) {
        $end = $e->getMessage();
    }
    expect((hrtime(true) - $start) / 1e9)->toBeLessThan(HOSTILE_SECONDS)
        ->and((memory_get_peak_usage() - $before) / 1e6)->toBeLessThan(HOSTILE_MEGABYTES);

    return $end;
}

it('opens or refuses in words what is made to cost too much', function (callable $file) {
    $bytes = $file();
    expect(opened($bytes, fn (string $bytes) => (new PictureDecoder)->decode($bytes)))->not->toBe('')
        ->and(opened($bytes, fn (string $bytes) => (new PictureReader)->read($bytes, new ReadOptions(budgetMs: 300))))->not->toBe('')
        ->and(opened($bytes, fn (string $bytes) => (new MarkPictures)->read($bytes)))->not->toBe('');
})->with(array_map(fn (callable $file): array => [$file], HostilePictures::all()));

it('refuses pictures that hide another size than they state', function (string $name) {
    (new PictureDecoder)->decode(HostilePictures::all()[$name]());
})->throws(InvalidPicture::class)->with(['JPEG whose size hides behind FF 00', 'JPEG whose size hides behind a stray marker', 'JPEG with bytes between its segments', 'JPEG of two hundred bytes and 65 500 lines', 'JPEG in a thousand passes', 'WebP that states a small canvas around a large picture']);

it('draws or refuses outlines that are made to cost too much', function (callable $file) {
    expect(opened($file(), fn (string $bytes) => (new MarkPictures)->read($bytes)))->not->toBe('');
})->with(array_map(fn (callable $file): array => [$file], HostilePictures::outlines()));

it('keeps to its time from the first byte', function () {
    // Nine megapixels take longer to decode than is allowed here, so they are not begun.
    $picture = (new PictureReader)->read(HostilePictures::all()['PNG of 9 megapixels with 400 MB of data'](), new ReadOptions(budgetMs: 30));
    expect($picture->outcome->failure?->stage)->toBe(Stage::NoTime)->and($picture->width)->toBe(3000)->and($picture->ms)->toBeLessThan(100);
});

it('says so when a picture cannot be made, and makes the next one', function () {
    $png = fn (int $side): string => PngFile::write($side, $side, 8, PngFile::PALETTE, array_fill(0, $side, str_repeat("\0", $side)), [[255, 255, 255, 255]], 96, 1);
    foreach ([PictureEncoder::webp(...), PictureEncoder::jpeg(...)] as $encode) {
        expect(fn () => $encode($png(8000)))->toThrow(PictureNotMade::class)
            ->and(strlen($encode($png(40))))->toBeGreaterThan(30);
    }
});
