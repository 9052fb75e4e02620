<?php

declare(strict_types=1);

use KeenGlyph\Core\Compose\BarsComposition;
use KeenGlyph\Core\Compose\BarsOptions;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Render\Piece;
use KeenGlyph\Core\Run\DrawnRow;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\LabelDrawing;
use KeenGlyph\Core\Run\LabelLayout;
use KeenGlyph\Core\Run\LabelPainter;
use KeenGlyph\Core\Run\LabelPart;
use KeenGlyph\Core\Run\PlacedSymbol;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Run\RowDrawer;
use KeenGlyph\Core\Run\SheetProof;
use KeenGlyph\Core\Run\Spool;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\MicroVersion;

const JAR_TEXT = 'https://fennmoor.example/jar/340';

function jarSymbol(float $mm = 20.0, ?EncodeOptions $encoding = null, string $text = JAR_TEXT): Composition
{
    return Composition::of(PayloadInput::ofText($text), new CompositionOptions($encoding ?? new EncodeOptions(ErrorCorrectionLevel::M), size: Size::ofMillimetres($mm, 300), asIs: true));
}

/** @param  array<string, mixed>  ...$more */
function paintedLabel(PictureFormat $format, bool $onDots = false, array ...$more): LabelDrawing
{
    $layout = LabelLayout::of(['width' => 40, 'height' => 46, 'ground' => '#FFFAEC', 'parts' => [['kind' => 'symbol', 'x' => 2.03, 'y' => 9, 'width' => 20, 'height' => 20], ...$more]]);

    return LabelPainter::paint($layout, jarSymbol(), static fn (string $template): string => str_replace('{{name}}', 'Heather honey', $template), $format, 300.0, $onDots);
}

it('paints the ground to its bleed, then each part in its order', function (): void {
    $label = paintedLabel(PictureFormat::Pdf, false, ['kind' => 'box', 'x' => 30, 'y' => 40, 'width' => 5, 'height' => 2, 'ink' => '#C00000'], ['kind' => 'text', 'x' => 2, 'y' => 2, 'width' => 30, 'height' => 5, 'text' => '{{name}}']);
    $parts = $label->scene->parts;
    $ground = $parts[0];
    expect($ground)->toBeInstanceOf(Piece::class)
        // Ten units a millimetre.
        ->and([$ground->path->bounds()?->width(), $ground->path->bounds()?->height(), $ground->paint->ink->hex()])->toBe([400.0, 460.0, '#FFFAEC'])
        ->and([$label->text, $label->designation])->toBe([JAR_TEXT, '3-M'])
        ->and($label->scene->title)->toBe(JAR_TEXT);
    [$box, $text] = array_slice($parts, -2);
    expect($box->paint->ink->hex())->toBe('#C00000')->and($box->path->bounds()?->left)->toBe(300.0)
        ->and($text->path->bounds()?->top)->toBeGreaterThan(20.0)->and($text->path->bounds()?->bottom)->toBeLessThan(70.0);
});

it('leaves out the line of an empty cell', function (): void {
    $with = paintedLabel(PictureFormat::Pdf, false, ['kind' => 'text', 'x' => 2, 'y' => 2, 'width' => 30, 'height' => 5, 'text' => '{{name}}']);
    $without = paintedLabel(PictureFormat::Pdf, false, ['kind' => 'text', 'x' => 2, 'y' => 2, 'width' => 30, 'height' => 5, 'text' => ' ']);
    expect(count($with->scene->parts) - count($without->scene->parts))->toBe(1);
});

it('lays symbols on whole dots in pictures, and for printers in outlines, too', function (): void {
    // With its quiet zone of four modules.
    $off = static function (LabelDrawing $label): float {
        $dots = ($label->symbols[0]->left - 4 * $label->symbols[0]->moduleMm()) * 300 / 25.4;

        return abs($dots - round($dots));
    };
    expect($off(paintedLabel(PictureFormat::Pdf, true)))->toBeLessThan(1e-3)
        ->and($off(paintedLabel(PictureFormat::Pdf)))->toBeGreaterThan(0.01);
    $dots = paintedLabel(PictureFormat::Png)->symbols[0]->left * 300 / 25.4;
    expect(abs($dots - round($dots)))->toBeLessThan(1e-3);
});

it('refuses a symbol that is larger than its place', function (): void {
    $layout = LabelLayout::of(['width' => 40, 'height' => 46, 'parts' => [['kind' => 'symbol', 'x' => 2, 'y' => 9, 'width' => 20, 'height' => 20]]]);
    LabelPainter::paint($layout, jarSymbol(25.0), strval(...), PictureFormat::Pdf, 300.0);
})->throws(InvalidRun::class, 'its place on the label 20.0 × 20.0');

it('draws the bars of a part as wide as it is, and none that say nothing', function (): void {
    $part = LabelPart::of(['kind' => 'bars', 'x' => 2, 'y' => 30, 'width' => 35, 'height' => 12, 'symbology' => 'ean13', 'text' => '{{gtin}}'], 1);
    $bars = LabelPainter::barsOf($part, '952012345678', Colour::fromHex('#FFFAEC'), 300.0);
    expect($bars->symbol->text)->toBe('9520123456788')->and($bars->layout()->sideMm())->toEqualWithDelta(35.0, 1.0)
        ->and(static fn () => LabelPainter::barsOf($part, ' ', Colour::fromHex('#FFF'), 300.0))->toThrow(InvalidRun::class, '“{{gtin}}” is empty');
});

it('knows where the symbol of a label lies that is nothing else', function (): void {
    $alone = LabelPainter::alone(jarSymbol(), PictureFormat::Png);
    [$placed] = $alone->symbols;
    $layout = jarSymbol()->layoutFor(PictureFormat::Png);
    expect($placed->text)->toBe(JAR_TEXT)->and($placed->modules)->toBe(29)->and([$placed->isLinear, $placed->isLight])->toBe([false, false])
        ->and($placed->left)->toEqualWithDelta($layout->before * 25.4 / 300, 1e-6)
        ->and($placed->width)->toEqualWithDelta(29 * $layout->modulePx * 25.4 / 300, 1e-6)
        ->and($placed->moduleMm())->toEqualWithDelta($placed->width / 29, 1e-9);
    $bars = LabelPainter::alone(BarsComposition::of(LinearSymbology::Ean13, '952012345678', new BarsOptions), PictureFormat::Png);
    expect($bars->symbols[0]->isLinear)->toBeTrue()->and($bars->designation)->toBe('ean13')->and($bars->symbols[0]->text)->toBe('9520123456788');
});

it('is read in a picture at its place, and nowhere else', function (): void {
    $label = paintedLabel(PictureFormat::Png);
    $picture = (new PictureDecoder)->decode(jarPage($label));
    [$symbol] = $label->symbols;
    $pixels = 300 / 25.4;
    expect($symbol->isReadIn($picture, 0.0, 0.0, $pixels))->toBeTrue()
        // Two millimetres off it is not what is read.
        ->and($symbol->isReadIn($picture, 2 * $pixels, 0.0, $pixels))->toBeFalse()
        ->and((new PlacedSymbol('another text', ...array_slice($symbol->toArray(), 1)))->isReadIn($picture, 0.0, 0.0, $pixels))->toBeFalse()
        ->and((new PlacedSymbol(...$symbol->toArray()))->toArray())->toBe($symbol->toArray());
    $blank = new LuminancePlane($picture->width, $picture->height, str_repeat("\xFF", strlen($picture->pixels)));
    expect($symbol->isReadIn($blank, 0.0, 0.0, $pixels))->toBeFalse();
});

/** A label as a PNG file. */
function jarPage(LabelDrawing $label): string
{
    return KeenGlyph\Core\Render\PngRenderer::render($label->scene);
}

it('reads bars along lines across them, and Micro QR Code by a search around its place', function (): void {
    $bars = LabelPainter::alone(BarsComposition::of(LinearSymbology::Code128, 'HIVE-7', new BarsOptions(size: Size::ofModule(3, 300))), PictureFormat::Png);
    $picture = (new PictureDecoder)->decode(jarPage($bars));
    expect($bars->symbols[0]->isReadIn($picture, 0.0, 0.0, 300 / 25.4))->toBeTrue()
        ->and((new PlacedSymbol('HIVE-8', ...array_slice($bars->symbols[0]->toArray(), 1)))->isReadIn($picture, 0.0, 0.0, 300 / 25.4))->toBeFalse();
    $micro = LabelPainter::alone(jarSymbol(8.0, new EncodeOptions(ErrorCorrectionLevel::L, MicroVersion::M3), 'HIVE 7'), PictureFormat::Png);
    $picture = (new PictureDecoder)->decode(jarPage($micro));
    expect($micro->symbols[0]->isReadIn($picture, 0.0, 0.0, 300 / 25.4))->toBeTrue();
});

it('reads every label back from the pages of a file, as another program draws them', function (): void {
    $recipe = Recipe::of(['text' => 'https://fennmoor.example/p/{{sku}}', 'dpi' => 300, 'format' => 'pdf', 'layout' => ['width' => 40, 'height' => 46, 'parts' => [['kind' => 'symbol', 'x' => 2, 'y' => 9, 'width' => 20, 'height' => 20]]]]);
    $label = (new RowDrawer($recipe))->drawing(['sku' => '0123'], 1);
    $file = (string) tempnam(sys_get_temp_dir(), 'kg');
    file_put_contents($file, KeenGlyph\Core\Render\PdfRenderer::render($label->scene));
    $symbols = array_map(static fn (PlacedSymbol $one): array => $one->toArray(), $label->symbols);
    $wrong = [['https://fennmoor.example/p/9999', ...array_slice($symbols[0], 1)]];
    $facts = SheetProof::of($file, 1, Spool::of([1 => [0, 0.0, 0.0, $symbols], 2 => [0, 0.0, 0.0, $wrong]]));
    $none = SheetProof::of($file, 1, Spool::of([]));
    unlink($file);
    expect($facts)->toBe(['pages' => 1, 'labels' => 2, 'read_back' => 1, 'checked' => true])
        ->and($none)->toBe(['pages' => 1, 'labels' => 0, 'read_back' => 0, 'checked' => false]);
});

it('says of a row what was drawn, and whether it was searched for, too', function (): void {
    $drawer = new RowDrawer(Recipe::of(['text' => 'https://fennmoor.example/p/{{sku}}', 'format' => 'png']));
    [$first, $second] = [$drawer->draw(['sku' => '0123'], 20), $drawer->draw(['sku' => '0124'], 21)];
    expect($first)->toBeInstanceOf(DrawnRow::class)
        ->and([$first->row, $first->text, $first->symbol])->toBe([20, 'https://fennmoor.example/p/0123', '3-M'])
        ->and([$first->wasSearched, $second->wasSearched])->toBe([true, false])
        ->and(onlyText($second->picture))->toBe('https://fennmoor.example/p/0124');
});
