<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Linear\BarSheet;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Render\EpsRenderer;
use KeenGlyph\Core\Render\PdfRenderer;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Render\SvgRenderer;
use KeenGlyph\Core\Render\TextRenderer;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Pixels of a PNG as rows of hexadecimal colours, by an independent decoder. */
function pixelsOf(string $png): array
{
    $picture = imagecreatefromstring($png);
    imagepalettetotruecolor($picture);
    $rows = [];
    for ($y = 0; $y < imagesy($picture); $y++) {
        for ($x = 0; $x < imagesx($picture); $x++) {
            $rows[$y][$x] = sprintf('%06X', imagecolorat($picture, $x, $y) & 0xFFFFFF);
        }
    }

    return $rows;
}

function expectedPixels(ModuleMatrix $matrix, Finish $finish, Layout $layout): array
{
    $rows = [];
    for ($y = 0; $y < $layout->sidePx; $y++) {
        for ($x = 0; $x < $layout->sidePx; $x++) {
            $column = (int) floor(($x - $layout->before) / $layout->modulePx);
            $row = (int) floor(($y - $layout->before) / $layout->modulePx);
            $inside = min($column, $row) >= 0 && max($column, $row) < $matrix->size();
            $rows[$y][$x] = substr(($inside && $matrix->isDark($column, $row) ? $finish->inks->dark : $finish->inks->light)->hex(), 1);
        }
    }

    return $rows;
}

dataset('sizes', [
    'one pixel a module' => [Size::ofModule(1)],
    'three pixels a module' => [Size::ofModule(3)],
    'a side that does not divide' => [Size::ofSide(203)],
]);

it('draws PNG pixel for pixel', function (Size $size) {
    $symbol = Encoder::encode('https://fennmoor.example/hive/7');
    $finish = Finish::coloured(Colour::fromHex('#2B1A0E'), Colour::fromHex('#FFFAEC'));
    $layout = Layout::of($symbol->matrix->size(), $finish, $size);
    expect(pixelsOf(PngRenderer::render(SceneBuilder::ofGrid($symbol->matrix, $finish, $layout))))
        ->toBe(expectedPixels($symbol->matrix, $finish, $layout));
})->with('sizes');

it('writes a palette of two colours, one bit a pixel, with its resolution', function () {
    $symbol = Encoder::encode('hive');
    $finish = Finish::coloured(Colour::fromHex('#2B1A0E'), Colour::fromHex('#FFFAEC'));
    $png = PngRenderer::render(SceneBuilder::ofGrid($symbol->matrix, $finish, Layout::of(21, $finish, Size::ofModule(4, 300))));
    expect(bin2hex(substr($png, 16, 13)))->toBe('00000074'.'00000074'.'01'.'03'.'00'.'00'.'00')
        ->and($png)->toContain('PLTE'.hex2bin('FFFAEC2B1A0E'))
        ->and($png)->toContain('pHYs'.pack('NNC', 11811, 11811, 1));
});

it('draws the same in SVG, as an independent program sees it', function (Size $size) {
    $symbol = Encoder::encode('https://fennmoor.example/hive/7');
    $finish = Finish::coloured(Colour::fromHex('#143D2B'), Colour::fromHex('#F4F8F1'));
    $layout = Layout::of($symbol->matrix->size(), $finish, $size);
    $file = tempnam(sys_get_temp_dir(), 'kg');
    file_put_contents($file, SvgRenderer::render(SceneBuilder::ofGrid($symbol->matrix, $finish, $layout, 'Hive 7')));
    exec('rsvg-convert '.escapeshellarg($file).' -o '.escapeshellarg("$file.png"), $output, $status);
    expect($status)->toBe(0)
        ->and(pixelsOf(file_get_contents("$file.png")))->toBe(expectedPixels($symbol->matrix, $finish, $layout));
    unlink($file);
    unlink("$file.png");
})->with('sizes');

it('writes SVG with one path, a view box in modules and an escaped title', function () {
    $matrix = Encoder::encode('hive')->matrix;
    $finish = Finish::plain();
    $svg = SvgRenderer::render(SceneBuilder::ofGrid($matrix, $finish, Layout::of(21, $finish, Size::ofModule(8)), "</title><script>alert(1)</script>&\0"));
    $xml = new SimpleXMLElement($svg);
    expect((string) $xml['viewBox'])->toBe('-4 -4 29 29')
        ->and((string) $xml['width'])->toBe('232')
        ->and((string) $xml['shape-rendering'])->toBe('crispEdges')
        ->and($xml->path)->toHaveCount(1)
        ->and((string) $xml->title)->toBe("</title><script>alert(1)</script>&\u{FFFD}")
        ->and($svg)->not->toContain('<script');
});

it('draws PDF and EPS of exactly the asked size, as independent programs see them', function (string $format) {
    $symbol = Encoder::encode('https://fennmoor.example/hive/7');
    $finish = Finish::coloured(Colour::fromHex('#143D2B'), Colour::fromHex('#F4F8F1'));
    $layout = Layout::of($symbol->matrix->size(), $finish, Size::ofMillimetres(30, 300));
    $file = tempnam(sys_get_temp_dir(), 'kg');
    file_put_contents($file, $format === 'pdf'
        ? PdfRenderer::render(SceneBuilder::ofGrid($symbol->matrix, $finish, $layout, 'Hive 7, (é) \\'))
        : EpsRenderer::render(SceneBuilder::ofGrid($symbol->matrix, $finish, $layout)));
    exec($format === 'pdf'
        ? "pdftoppm -r 300 -png -singlefile $file $file"
        : "gs -q -dSAFER -dBATCH -dNOPAUSE -dEPSCrop -r300 -sDEVICE=png16m -sOutputFile=$file.png $file", $output, $status);
    expect($status)->toBe(0);
    $picture = file_get_contents("$file.png");
    // 300 dots an inch again: as many pixels as the layout has, give or take one of rounding up.
    expect(abs(getimagesizefromstring($picture)[0] - $layout->sidePx))->toBeLessThanOrEqual(1)
        ->and(onlyText($picture))->toBe('https://fennmoor.example/hive/7');
    $middle = $layout->before + 3 * $layout->modulePx + 2;
    expect(pixelsOf($picture)[$middle][$middle])->toBe('143D2B')->and(pixelsOf($picture)[3][3])->toBe('F4F8F1');
    if ($format === 'pdf') {
        expect((string) shell_exec("pdfinfo $file"))->toContain('Hive 7, (é) \\')
            ->toMatch('/Page size: +'.preg_quote(sprintf('%.2f', $layout->sideMm() / 25.4 * 72), '/').'/');
    }
    unlink($file);
    unlink("$file.png");
})->with(['pdf', 'eps']);

it('draws two rows of modules on a line of text', function () {
    $text = TextRenderer::render(new ModuleMatrix(['10', '11']), Finish::coloured(Colour::fromHex('#000'), Colour::fromHex('#fff'), 1));
    expect($text)->toBe(" ▄  \n ▀▀ \n");
});

it('draws boxes over the modules the same in every format', function () {
    $matrix = Encoder::encode(str_repeat('Fennmoor ', 16))->matrix;
    $finish = Finish::coloured(Colour::fromHex('#14201C'), Colour::fromHex('#FFFFFF'));
    $layout = Layout::of($matrix->size(), $finish, Size::ofModule(8, 72));
    $overlay = Overlay::swissCross($matrix->size());
    $folder = sys_get_temp_dir().'/kg-overlay-'.bin2hex(random_bytes(4));
    mkdir($folder);
    file_put_contents("$folder/a.png", PngRenderer::render(SceneBuilder::ofGrid($matrix, $finish, $layout, 'x', $overlay)));
    file_put_contents("$folder/a.svg", SvgRenderer::render(SceneBuilder::ofGrid($matrix, $finish, $layout, 'x', $overlay)));
    file_put_contents("$folder/a.pdf", PdfRenderer::render(SceneBuilder::ofGrid($matrix, $finish, $layout, 'x', $overlay)));
    file_put_contents("$folder/a.eps", EpsRenderer::render(SceneBuilder::ofGrid($matrix, $finish, $layout, 'x', $overlay)));
    exec("rsvg-convert $folder/a.svg -o $folder/svg.png && pdftoppm -r 72 -png -singlefile $folder/a.pdf $folder/pdf && gs -q -dNOPAUSE -dBATCH -sDEVICE=png16m -r72 -dEPSCrop -sOutputFile=$folder/eps.png $folder/a.eps");
    $wanted = pixelsOf((string) file_get_contents("$folder/a.png"));
    $side = $layout->sidePx;
    foreach (['svg', 'pdf', 'eps'] as $format) {
        $drawn = pixelsOf((string) file_get_contents("$folder/$format.png"));
        $differ = 0;
        for ($y = 0; $y < $side; $y++) {
            for ($x = 0; $x < $side; $x++) {
                $differ += (int) (hexdec($wanted[$y][$x]) >> 23 !== hexdec($drawn[$y][$x] ?? '') >> 23);
            }
        }
        // Edges of the cross fall between pixels: each program rounds them its own way.
        expect($differ)->toBeLessThan(intdiv($side * $side, 200), $format);
    }
    // The middle is the cross: light arms on a dark ground with a light rim, seven of 46 millimetres wide.
    $middle = intdiv($side, 2);
    $mm = $matrix->size() * 8 / 46;
    expect($wanted[$middle][$middle])->toBe('FFFFFF')
        ->and($wanted[(int) ($middle - 2.5 * $mm)][(int) ($middle - 2.5 * $mm)])->toBe('14201C')
        ->and($wanted[(int) ($middle - 3.25 * $mm)][$middle])->toBe('FFFFFF');
    array_map(unlink(...), glob("$folder/*") ?: []);
    rmdir($folder);
});

it('draws bars in every format so that they read back', function (LinearSymbology $symbology, string $text) {
    $symbol = $symbology->encode($text);
    $matrix = BarSheet::matrix($symbol);
    $layout = Layout::ofBars($matrix->columns(), $matrix->size(), Size::ofModule(3, 72));
    $finish = Finish::coloured(Colour::fromHex('#2B1A0E'), Colour::fromHex('#FFFAEC'), 0);
    $folder = sys_get_temp_dir().'/kg-bars-'.bin2hex(random_bytes(4));
    mkdir($folder);
    file_put_contents("$folder/a.svg", SvgRenderer::render(SceneBuilder::ofGrid($matrix, $finish, $layout, 'x')));
    file_put_contents("$folder/a.pdf", PdfRenderer::render(SceneBuilder::ofGrid($matrix, $finish, $layout, 'x')));
    file_put_contents("$folder/a.eps", EpsRenderer::render(SceneBuilder::ofGrid($matrix, $finish, $layout)));
    exec("rsvg-convert $folder/a.svg -o $folder/svg.png && pdftoppm -r 72 -png -singlefile $folder/a.pdf $folder/pdf && gs -q -dNOPAUSE -dBATCH -sDEVICE=png16m -r72 -dEPSCrop -sOutputFile=$folder/eps.png $folder/a.eps");
    foreach (['svg', 'pdf', 'eps'] as $format) {
        $picture = (string) file_get_contents("$folder/$format.png");
        expect(readPicture($picture)->linear[0]->text ?? null)->toBe($symbol->text, $format)
            ->and(array_slice(getimagesizefromstring($picture) ?: [], 0, 2))->toBe([$layout->sidePx, $layout->heightPx]);
    }
    // Equal rows are one box, so the drawing stays small.
    expect(strlen(SvgRenderer::render(SceneBuilder::ofGrid($matrix, $finish, $layout))))->toBeLessThan(14000);
    array_map(unlink(...), glob("$folder/*") ?: []);
    rmdir($folder);
})->with([[LinearSymbology::Ean13, '9520123456788'], [LinearSymbology::Itf14, '19520123456785'], [LinearSymbology::Gs1128, '(01)09520123456788(10)H26-07']]);

it('widens the quiet zones when a width does not divide', function () {
    $matrix = BarSheet::matrix(LinearSymbology::Ean13->encode('9520123456788'));
    $layout = Layout::ofBars($matrix->columns(), $matrix->size(), Size::ofSide(400));
    expect([$layout->modulePx, $layout->sidePx, $layout->before])->toBe([3, 400, 30])->and($layout->note)->toContain('61 left over')
        ->and(fn () => Layout::ofBars($matrix->columns(), $matrix->size(), Size::ofSide(100)))->toThrow(InvalidFinish::class, 'at least 113 pixels');
});
