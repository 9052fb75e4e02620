<?php

declare(strict_types=1);

use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Render\RendererVersion;

/** What a file draws, without what the compression library of the machine decides. */
function uncompressed(PictureFormat $format, string $file): string
{
    return match ($format) {
        PictureFormat::Png => (static function () use ($file): string {
            preg_match_all('/IDAT(.*?)(?=....IEND|....IDAT)/s', $file, $chunks);

            return (string) gzuncompress(implode('', $chunks[1]));
        })(),
        PictureFormat::Pdf => (string) preg_replace_callback('/\/Length \d+|stream\n(.*?)\nendstream/s', static fn (array $part): string => isset($part[1]) ? (string) gzuncompress($part[1]) : '', (string) preg_replace('/xref.*$/s', '', $file)),
        default => $file,
    };
}

it('has a number of its own for every way of drawing', function () {
    $digest = hash_init('sha256');
    foreach ([[], ['shape' => 'poured', 'ring' => 'soft', 'centre' => 'disc'], ['mark' => ['icon' => 'comb', 'size' => 5], 'caption' => ['text' => 'Honey']], ['gradient' => ['stops' => [['ink' => '#000000'], ['ink' => '#14201C']]], 'border' => 1, 'corner' => 3]] as $values) {
        $composition = Composition::of(PayloadInput::ofText('https://fennmoor.example/hive/7'), new CompositionOptions(finish: FinishFile::read($values, new MarkPictures)));
        foreach ([PictureFormat::Svg, PictureFormat::Png, PictureFormat::Pdf, PictureFormat::Eps, PictureFormat::Txt] as $format) {
            hash_update($digest, uncompressed($format, $composition->picture($format)));
        }
    }
    // When this fails the output of a renderer has changed: raise RendererVersion::CURRENT and note the new digest beside it.
    expect([RendererVersion::CURRENT, hash_final($digest)])->toBe([1, 'a72a329bb1e77d718744353f51ed50591f62642b5e97d8896ca9259cbc3f5e2f']);
});
