<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Gs1\RetailNumber;
use KeenGlyph\Core\Linear\BarSheet;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Read\LinearReading;
use KeenGlyph\Core\Read\PictureReader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SceneBuilder;

/** @param  list<string>  $wanted @return list<string> */
function barsRead(LinearSymbology $symbology, string $digits, array $wanted): array
{
    $matrix = BarSheet::matrix($symbology->encode($digits), false);
    $layout = Layout::ofBars($matrix->columns(), $matrix->size(), Size::ofModule(3));
    $png = PngRenderer::render(SceneBuilder::ofGrid($matrix, Finish::plain(), $layout, ''));

    return array_map(static fn (LinearReading $reading): string => $reading->text, (new PictureReader)->read($png, new ReadOptions(ReadOptions::named($wanted)))->outcome->linear);
}

it('takes one retail number for one, whatever it is written as', function (string $one, string $other, bool $isOne) {
    expect(RetailNumber::areSame($one, $other))->toBe($isOne);
})->with([
    ['036000291452', '0036000291452', true],
    ['036000291452', '00036000291452', true],
    ['0036000291452', '00036000291452', true],
    ['09520123456788', '9520123456788', true],
    ['9520123456788', '9520123456789', false],
    ['36000291452', '036000291452', false],
    ['HIVE 7', 'HIVE 07', false],
]);

it('reads an EAN-13 that begins with a zero as the one that was asked for', function (LinearSymbology $drawn, string $digits, array $wanted, array $texts) {
    expect(barsRead($drawn, $digits, $wanted))->toBe($texts);
})->with([
    'as EAN-13' => [LinearSymbology::Ean13, '0036000291452', ['ean13'], ['0036000291452']],
    'as UPC-A' => [LinearSymbology::Ean13, '0036000291452', ['upca'], ['036000291452']],
    'UPC-A as EAN-13' => [LinearSymbology::UpcA, '036000291452', ['ean13'], ['0036000291452']],
    'another EAN-13 is no UPC-A' => [LinearSymbology::Ean13, '9520123456788', ['upca'], []],
    'all bars' => [LinearSymbology::Ean13, '9520123456788', ['linear'], ['9520123456788']],
    'no bars' => [LinearSymbology::Ean13, '9520123456788', ['matrix'], []],
]);
