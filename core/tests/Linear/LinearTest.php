<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Linear\BarSheet;
use KeenGlyph\Core\Linear\Code128;
use KeenGlyph\Core\Linear\Code128Table;
use KeenGlyph\Core\Linear\Code39;
use KeenGlyph\Core\Linear\DotFont;
use KeenGlyph\Core\Linear\Ean;
use KeenGlyph\Core\Linear\InvalidBars;
use KeenGlyph\Core\Linear\LinearSymbol;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Read\LinearReading;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SceneBuilder;

function barPicture(LinearSymbol $symbol, int $modulePx = 2, bool $captioned = true): string
{
    $matrix = BarSheet::matrix($symbol, $captioned);

    return PngRenderer::render(SceneBuilder::ofGrid($matrix, Finish::plain(), Layout::ofBars($matrix->columns(), $matrix->size(), Size::ofModule($modulePx))));
}

/** Symbol characters of the cheapest way, found by trying everything; an independent count. */
function fewestSymbolCharacters(string $text): int
{
    $best = PHP_INT_MAX;
    $try = function (int $at, string $set, int $count) use (&$try, &$best, $text): void {
        if ($count >= $best) {
            return;
        }
        if ($at === strlen($text)) {
            $best = $count;

            return;
        }
        $code = ord($text[$at]);
        $in = fn (string $s): bool => $s === 'A' ? $code < 96 : ($s === 'B' ? $code >= 32 : false);
        if ($set === 'C') {
            if (preg_match('/\G\d\d/', $text, $m, 0, $at) === 1) {
                $try($at + 2, 'C', $count + 1);
            }
        } else {
            if ($in($set)) {
                $try($at + 1, $set, $count + 1);
            }
            if ($in($set === 'A' ? 'B' : 'A')) {
                $try($at + 1, $set, $count + 2);
            }
        }
        foreach (['A', 'B', 'C'] as $other) {
            if ($other !== $set && ($other !== 'C' ? $in($other) : preg_match('/\G\d\d/', $text, $m, 0, $at) === 1)) {
                $other === 'C' ? $try($at + 2, 'C', $count + 2) : $try($at + 1, $other, $count + 2);
            }
        }
    };
    foreach (['A', 'B', 'C'] as $set) {
        $try(0, $set, 1);
    }

    return $best;
}

it('draws the bars that the standards print', function (LinearSymbology $symbology, string $text, string $pattern) {
    expect($symbology->encode($text)->pattern)->toBe($pattern);
})->with([
    'EAN-13' => [LinearSymbology::Ean13, '5901234123457', '101'.'0001011'.'0100111'.'0110011'.'0010011'.'0111101'.'0011101'.'01010'.'1100110'.'1101100'.'1000010'.'1011100'.'1001110'.'1000100'.'101'],
    'EAN-8' => [LinearSymbology::Ean8, '55123457', '101'.'0110001'.'0110001'.'0011001'.'0010011'.'01010'.'1000010'.'1011100'.'1001110'.'1000100'.'101'],
    'UPC-A' => [LinearSymbology::UpcA, '036000291452', '101'.'0001101'.'0111101'.'0101111'.'0001101'.'0001101'.'0001101'.'01010'.'1101100'.'1110100'.'1100110'.'1011100'.'1001110'.'1101100'.'101'],
    'Code 39' => [LinearSymbology::Code39, 'A', 'nwnnwnwnn'.'n'.'wnnnnwnnw'.'n'.'nwnnwnwnn'],
    'ITF-14' => [LinearSymbology::Itf14, '00000000000000', 'nnnn'.str_repeat('nnnnwwwwnn', 7).'wnn'],
]);

it('encodes AIM1234 in Code 128 with the check character 87', function () {
    $values = Code128::values('AIM1234', false);
    expect($values)->toBe([104, 33, 41, 45, 99, 12, 34])
        ->and(LinearSymbology::Code128->encode('AIM1234')->modules())->toBe(11 * 8 + 13);
});

it('uses as few symbol characters as can be', function () {
    $letters = ['0', '1', '2', '3', 'A', 'z', "\t", "\n", ' '];
    for ($i = 0; $i < 300; $i++) {
        $text = '';
        for ($n = chance(1, 9); $n > 0; $n--) {
            $text .= $letters[chance(0, 99) < 55 ? chance(0, 3) : array_rand($letters)];
        }
        expect(count(Code128::values($text, false)))->toBe(fewestSymbolCharacters($text), json_encode($text));
    }
});

it('has 107 different characters of eleven modules, the stop of thirteen', function () {
    expect(array_unique(Code128Table::WIDTHS))->toHaveCount(107);
    foreach (Code128Table::WIDTHS as $value => $widths) {
        expect(array_sum(str_split($widths)))->toBe($value === 106 ? 13 : 11);
        // Bars have an even number of modules together (4.3.2).
        $bars = (int) $widths[0] + (int) $widths[2] + (int) $widths[4];
        expect($bars % 2)->toBe(0);
    }
    expect(array_unique(Code39::PATTERNS))->toHaveCount(44);
    foreach (Code39::PATTERNS as $pattern) {
        expect(substr_count($pattern, 'w'))->toBe(3);
    }
});

it('comes back from a picture, at any size and turned', function (LinearSymbology $symbology, Closure $random) {
    for ($i = 0; $i < 6; $i++) {
        $symbol = $symbology->encode($random());
        foreach ([0, 90, 180, 270] as $degrees) {
            $picture = new Imagick;
            $picture->readImageBlob(barPicture($symbol, chance(1, 4), $i % 2 === 0));
            $picture->rotateImage('white', $degrees);
            $picture->setImageFormat('png');
            $outcome = readPicture($picture->getImageBlob());
            expect(array_map(fn (LinearReading $reading) => [$reading->text, $reading->turned], $outcome->linear))->toBe([[$symbol->text, $degrees]], $symbol->text);
            expect($outcome->linear[0]->symbology)->toBe($symbology === LinearSymbology::Gs1128 ? 'code128' : $symbology->value)
                ->and($outcome->linear[0]->gs1)->toBe($symbology === LinearSymbology::Gs1128);
        }
    }
})->with([
    'EAN-13' => [LinearSymbology::Ean13, fn () => chance(1, 9).str_pad((string) chance(0, 99999999999), 11, '0', STR_PAD_LEFT)],
    'EAN-8' => [LinearSymbology::Ean8, fn () => str_pad((string) chance(0, 9999999), 7, '0', STR_PAD_LEFT)],
    'UPC-A' => [LinearSymbology::UpcA, fn () => str_pad((string) chance(0, 99999999999), 11, '0', STR_PAD_LEFT)],
    'UPC-E' => [LinearSymbology::UpcE, fn () => chance(0, 1).str_pad((string) chance(0, 999999), 6, '0', STR_PAD_LEFT)],
    'ITF-14' => [LinearSymbology::Itf14, fn () => str_pad((string) chance(0, 9999999999999), 13, '0', STR_PAD_LEFT)],
    'Code 128' => [LinearSymbology::Code128, fn () => 'Hive '.chance(0, 99999999)."\t".bin2hex(random_bytes(3))],
    'GS1-128' => [LinearSymbology::Gs1128, fn () => '(01)09520123456788(10)H'.chance(1, 99999).'(17)270930(21)'.chance(1, 999)],
    'Code 39' => [LinearSymbology::Code39, fn () => 'HIVE-'.chance(0, 9999).' $/+%.'],
]);

it('adds the check digit or names the right one', function (LinearSymbology $symbology, string $given, string $text) {
    expect($symbology->encode($given)->text)->toBe($text);
})->with([
    [LinearSymbology::Ean13, '952012345678', '9520123456788'], [LinearSymbology::Ean8, '9638507', '96385074'], [LinearSymbology::UpcA, '61414100003', '614141000036'],
    [LinearSymbology::Itf14, '1952012345678', '19520123456785'], [LinearSymbology::UpcE, '425261', '04252614'], [LinearSymbology::UpcE, '042100005264', '04252614'],
]);

it('shortens every UPC-A that can be shortened and lengthens it again', function () {
    for ($i = 0; $i < 200; $i++) {
        $six = str_pad((string) chance(0, 999999), 6, '0', STR_PAD_LEFT);
        $long = KeenGlyph\Core\Linear\UpcE::lengthened("0$six");
        $again = LinearSymbology::UpcE->encode($long)->text;
        expect(KeenGlyph\Core\Linear\UpcE::lengthened(substr($again, 0, 7)))->toBe($long);
    }
});

it('says what a symbology cannot carry', function (LinearSymbology $symbology, string $text, string $message) {
    expect(fn () => $symbology->encode($text))->toThrow(InvalidBars::class, $message);
})->with([
    [LinearSymbology::Ean13, '9520123456789', 'it would be 8'], [LinearSymbology::Ean13, '123', '13 digits'], [LinearSymbology::Ean13, '95201234567ab', '13 digits'],
    [LinearSymbology::UpcE, '123456789012', 'too few zeros'], [LinearSymbology::UpcE, '2425261', 'number system'], [LinearSymbology::Code39, 'hive', 'Write capitals'],
    [LinearSymbology::Code39, 'Ä', 'has no'], [LinearSymbology::Code39, '', '1 to 80'], [LinearSymbology::Code128, 'Größe', 'ASCII'], [LinearSymbology::Code128, '', '1 to 80'],
    [LinearSymbology::Gs1128, '(01)09520123456789', 'it would be 8'], [LinearSymbology::Gs1128, 'hello', 'neither'], [LinearSymbology::Gs1128, '(00)395201234567890000(403)'.str_repeat('X', 30), 'carries 48'],
]);

it('leaves the quiet zones blank and the digits outside the bars', function (LinearSymbology $symbology, string $text) {
    $symbol = $symbology->encode($text);
    $matrix = BarSheet::matrix($symbol);
    $left = $symbol->quiet[0] + $symbol->frame;
    foreach (array_slice($matrix->rows, 1 + $symbol->frame, $symbol->height) as $row) {
        expect(substr($row, $left, $symbol->modules()))->toBe($symbol->bars)
            ->and(trim(substr($row, $symbol->frame, $symbol->quiet[0]), '0'))->toBe('')
            ->and(trim(substr($row, $left + $symbol->modules(), $symbol->quiet[1]), '0'))->toBe('');
    }
})->with([[LinearSymbology::Ean13, '9520123456788'], [LinearSymbology::Ean8, '96385074'], [LinearSymbology::Itf14, '19520123456785'], [LinearSymbology::Code128, 'Hive']]);

it('adds the check character of Code 39 on request', function () {
    expect(Code39::check('CODE39'))->toBe('W')->and(LinearSymbology::Code39->encode('CODE39', true)->text)->toBe('CODE39W');
});

it('does not take a QR symbol or noise for bars', function () {
    $qr = pngOf(KeenGlyph\Core\Symbol\Encoder::encode(str_repeat('fennmoor ', 40))->matrix, 3);
    expect(readPicture($qr)->linear)->toBe([]);
    $noise = imagecreatetruecolor(300, 200);
    for ($x = 0; $x < 300; $x++) {
        imageline($noise, $x, 0, $x, 199, chance(0, 1) * 0xFFFFFF);
    }
    ob_start();
    imagepng($noise);
    expect(readPicture((string) ob_get_clean())->linear)->toBe([]);
});

it('has a shape for every printable character', function () {
    $shapes = array_map(fn (int $code) => implode('', DotFont::rows(chr($code))), range(32, 126));
    expect(array_unique($shapes))->toHaveCount(95)
        ->and(DotFont::rows('é'))->toBe(DotFont::rows("\x00"));
});

it('names each digit’s set by parity', function () {
    foreach (Ean::PARITY as $leading => $sets) {
        expect(substr_count($sets, 'B'))->toBe($leading === 0 ? 0 : 3)->and($sets[0])->toBe('A');
    }
});
