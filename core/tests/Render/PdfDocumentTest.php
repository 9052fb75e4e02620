<?php

declare(strict_types=1);

use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Render\PdfDocument;
use KeenGlyph\Core\Render\PlacedScene;
use KeenGlyph\Core\Render\Scene;

/** A scene whose mark is a picture of pixels and whose ink is a gradient, as objects worth sharing. */
function costlyScene(string $text): Scene
{
    $picture = imagecreatetruecolor(12, 12);
    imagefill($picture, 0, 0, (int) imagecolorallocate($picture, 20, 90, 60));
    ob_start();
    imagepng($picture);
    $finish = FinishFile::read([
        'mark' => ['picture' => 'data:image/png;base64,'.base64_encode((string) ob_get_clean()), 'size' => 5],
        'gradient' => ['stops' => [['ink' => '#000000'], ['ink' => '#14201C']]],
    ], new MarkPictures);

    return Composition::of(PayloadInput::ofText($text), new CompositionOptions(finish: $finish, size: Size::ofMillimetres(30, 300)))->sceneFor(PictureFormat::Pdf);
}

it('writes many pages that another program draws and the reader reads, sharing what they have in common', function () {
    $folder = sys_get_temp_dir().'/kg-'.bin2hex(random_bytes(6));
    mkdir($folder);
    $document = new PdfDocument('Hives');
    foreach (range(1, 5) as $hive) {
        $document->page(costlyScene("https://fennmoor.example/hive/$hive"));
    }
    $bytes = $document->bytes();
    file_put_contents("$folder/hives.pdf", $bytes);
    exec("pdftoppm -r 200 -png $folder/hives.pdf $folder/page", $lines, $status);
    $pages = glob("$folder/page*.png") ?: [];
    expect($status)->toBe(0)->and(array_map(fn (string $page) => onlyText((string) file_get_contents($page)), $pages))
        ->toBe(array_map(fn (int $hive) => "https://fennmoor.example/hive/$hive", range(1, 5)))
        ->and(substr_count($bytes, '/Subtype /Image'))->toBe(2)
        ->and(substr_count($bytes, '/ShadingType'))->toBe(1)
        ->and((string) shell_exec("pdfinfo $folder/hives.pdf"))->toContain('Pages:           5', 'Hives');
    exec("rm -rf $folder");
});

it('places several scenes on a sheet of its own size', function () {
    $folder = sys_get_temp_dir().'/kg-'.bin2hex(random_bytes(6));
    mkdir($folder);
    $document = new PdfDocument('Labels');
    $document->sheet(105, 74, [new PlacedScene(costlyScene('HIVE 1'), 10, 10), new PlacedScene(costlyScene('HIVE 2'), 60, 30)]);
    file_put_contents("$folder/sheet.pdf", $document->bytes());
    exec("pdftoppm -r 300 -png -singlefile $folder/sheet.pdf $folder/sheet");
    $readings = readPicture((string) file_get_contents("$folder/sheet.png"))->readings;
    $places = [];
    foreach ($readings as $reading) {
        $places[$reading->symbol->content->text] = array_map(fn (float $px) => $px / 300 * 25.4, $reading->frame->corners[0]->toArray());
    }
    ksort($places);
    expect(array_keys($places))->toBe(['HIVE 1', 'HIVE 2']);
    // The quiet zone of four of the 29 modules lies before the first corner.
    $quiet = 30 * 4 / 29;
    expect($places['HIVE 1'])->toEqualWithDelta([10 + $quiet, 10 + $quiet], 0.2)->and($places['HIVE 2'])->toEqualWithDelta([60 + $quiet, 30 + $quiet], 0.2);
    exec("rm -rf $folder");
});

it('has no bytes without a page', function () {
    expect(fn () => (new PdfDocument('Nothing'))->bytes())->toThrow(LogicException::class);
});
