<?php

declare(strict_types=1);

use KeenGlyph\Core\Grade\BarCharacters;
use KeenGlyph\Core\Grade\BarGrader;
use KeenGlyph\Core\Grade\GradeParameter;
use KeenGlyph\Core\Grade\PrintGrade;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;

/** Bars of a symbol as a picture, six pixels a module, light and dark as greys. */
function printedBars(LinearSymbology $symbology, string $text, int $dark = 0, int $light = 255, ?callable $row = null): LuminancePlane
{
    $bars = str_repeat('0', 12).$symbology->encode($text)->bars.str_repeat('0', 12);
    $line = '';
    foreach (str_split($bars) as $bar) {
        $line .= str_repeat(chr($bar === '1' ? $dark : $light), 6);
    }
    $pixels = '';
    for ($y = 0; $y < 200; $y++) {
        $pixels .= $row === null ? $line : $row($line, $y);
    }

    return new LuminancePlane(strlen($line), 200, $pixels);
}

function barsGraded(LuminancePlane $picture): PrintGrade
{
    $reading = (new Reader)->read($picture, new ReadOptions(['ean13', 'ean8', 'code128', 'code39', 'itf14'], 5000.0))->linear[0];

    return BarGrader::grade($reading, $picture, 1.0);
}

function barsParameter(PrintGrade $grade, string $id): GradeParameter
{
    return array_values(array_filter($grade->parameters, static fn (GradeParameter $one): bool => $one->id === $id))[0];
}

it('gives clean bars the best grade in every symbology', function (LinearSymbology $symbology, string $text): void {
    $grade = barsGraded(printedBars($symbology, $text));
    expect($grade->overall())->toBe(4.0)->and($grade->lowest())->toBeNull()->and($grade->standard)->toBe('ISO/IEC 15416:2016');
})->with([
    [LinearSymbology::Ean13, '952123456789'], [LinearSymbology::Ean8, '9521234'], [LinearSymbology::Code128, 'HIVE 17-B'], [LinearSymbology::Code39, 'HIVE 17'], [LinearSymbology::Itf14, '1952123456789'],
]);

it('grades contrast on every line, and refuses bars that send back more than half', function (int $dark, float $contrast, float $overall): void {
    $grade = barsGraded(printedBars(LinearSymbology::Ean13, '952123456789', $dark));
    expect(barsParameter($grade, 'contrast')->value)->toEqualWithDelta($contrast, 0.02)->and($grade->overall())->toBe($overall);
})->with([[0x7F, 0.79, 4.0], [0x9F, 0.65, 3.0], [0xB8, 0.52, 2.0], [0xC0, 0.47, 0.0]]);

it('takes a mean of ten lines, so that one that is cut costs a tenth', function (): void {
    // The third of ten lines, 0.1 + 0.8 · 0.25 of the height, is white.
    $grade = barsGraded(printedBars(LinearSymbology::Ean13, '952123456789', row: static fn (string $line, int $y): string => abs($y - 60) < 5 ? str_repeat("\xFF", strlen($line)) : $line));
    expect($grade->overall())->toBeGreaterThan(3.2)->toBeLessThan(4.0);
});

it('finds spots and voids', function (): void {
    // A spot of half the darkness in the quiet zone, as high as two of the ten lines.
    $grade = barsGraded(printedBars(LinearSymbology::Ean13, '952123456789', row: static fn (string $line, int $y): string => $y > 20 && $y < 52 ? substr_replace($line, str_repeat("\xBC", 4), 6 * 12 - 20, 4) : $line));
    expect(barsParameter($grade, 'defects')->value)->toBeGreaterThan(0.3)->and($grade->overall())->toEqualWithDelta(4.0 * 8 / 10, 1e-9);
});

it('measures decodability as the share of room that is left', function (float $off, float $left): void {
    // A digit of EAN, 3 2 1 1 modules, with one edge moved.
    $characters = array_fill(0, 11, [3.0, 2.0, 1.0, 1.0]);
    $characters[] = [3.0, 2.0 + $off, 1.0 - $off, 1.0];
    expect(BarCharacters::decodability('ean13', $characters))->toEqualWithDelta($left, 1e-9);
})->with([[0.0, 1.0], [0.1, 0.8], [0.2, 0.6], [0.4, 0.2]]);

it('compares narrow and wide with the middle between', function (): void {
    // Narrow 1, wide 3: the threshold is 2; a narrow bar of 1.5 has half of its room left, but moves the mean as well.
    $widths = [1.0, 3.0, 1.0, 1.0, 3.0, 1.0, 1.0, 3.0, 1.0];
    expect(BarCharacters::decodability('code39', [$widths]))->toBe(1.0);
    $widths[2] = 1.5;
    expect(BarCharacters::decodability('code39', [$widths]))->toBeLessThan(0.75)->toBeGreaterThan(0.4);
});

it('knows how many elements each symbology has', function (string $symbology, int $elements, ?int $characters): void {
    $found = BarCharacters::of($symbology, array_fill(0, $elements, 1.0));
    expect($found === null ? null : count($found))->toBe($characters);
})->with([['ean13', 59, 12], ['ean13', 58, null], ['ean8', 43, 8], ['upce', 33, 6], ['code128', 6 * 11 + 7, 11], ['code128', 6 * 11 + 8, null], ['code39', 59, 6], ['itf14', 77, 1], ['qr', 59, null]]);
