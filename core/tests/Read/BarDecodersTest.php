<?php

declare(strict_types=1);

use KeenGlyph\Core\Gs1\CheckDigit;
use KeenGlyph\Core\Linear\LinearSymbol;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Read\BarDecoder;
use KeenGlyph\Core\Read\BarText;
use KeenGlyph\Core\Read\BarWidths;
use KeenGlyph\Core\Read\Code128Decoder;
use KeenGlyph\Core\Read\Code39Decoder;
use KeenGlyph\Core\Read\EanDecoder;
use KeenGlyph\Core\Read\ItfDecoder;

/** Widths along a line across a symbol, in pixels: the quiet zones at both ends, each edge off by up to a share of a module. */
function runsOf(LinearSymbol $symbol, int $module = 12, float $blur = 0.0): array
{
    $shift = static fn (): int => (int) round(chance(-100, 100) / 100 * $blur * $module);
    $runs = [12 * $module];
    $carry = 0;
    foreach ($symbol->widths() as $width) {
        $next = $shift();
        $runs[] = $width * $module - $carry + $next;
        $carry = $next;
    }
    $runs[] = 12 * $module;

    return $runs;
}

/** A text that the symbology can carry. */
function barText(LinearSymbology $symbology): string
{
    $digits = static fn (int $count): string => implode('', array_map(fn () => (string) chance(0, 9), range(1, $count)));

    return match ($symbology) {
        LinearSymbology::Ean13 => '9'.$digits(11),
        LinearSymbology::Ean8 => $digits(7),
        LinearSymbology::UpcA => $digits(11),
        LinearSymbology::UpcE => $digits(6),
        LinearSymbology::Itf14 => $digits(13),
        LinearSymbology::Code39 => implode('', array_map(fn () => 'ABCXYZ0189-. $/+%'[chance(0, 16)], range(0, chance(1, 12)))),
        default => implode('', array_map(fn () => chr(chance(32, 126)), range(0, chance(1, 20)))),
    };
}

dataset('decoders', [
    'EAN-13' => [fn () => new EanDecoder, LinearSymbology::Ean13], 'EAN-8' => [fn () => new EanDecoder, LinearSymbology::Ean8], 'UPC-A' => [fn () => new EanDecoder, LinearSymbology::UpcA],
    'UPC-E' => [fn () => new EanDecoder, LinearSymbology::UpcE], 'ITF-14' => [fn () => new ItfDecoder, LinearSymbology::Itf14], 'Code 128' => [fn () => new Code128Decoder, LinearSymbology::Code128],
    'Code 39' => [fn () => new Code39Decoder, LinearSymbology::Code39],
]);

dataset('long decoders', [
    'EAN-13' => [fn () => new EanDecoder, LinearSymbology::Ean13], 'ITF-14' => [fn () => new ItfDecoder, LinearSymbology::Itf14],
    'Code 128' => [fn () => new Code128Decoder, LinearSymbology::Code128], 'Code 39' => [fn () => new Code39Decoder, LinearSymbology::Code39],
]);

it('reads any text of its symbology from widths of any size', function (BarDecoder $decoder, LinearSymbology $symbology) {
    for ($round = 0; $round < 60; $round++) {
        $symbol = $symbology->encode(barText($symbology));
        $read = $decoder->decode(runsOf($symbol, chance(8, 90), 0.12), 1);
        expect($read)->toBeInstanceOf(BarText::class)->and($read?->text)->toBe($symbol->text)->and($read?->modules)->toBe($symbol->modules());
    }
})->with('decoders');

it('reads nothing of a symbol that is cut off or has no blank before it', function (BarDecoder $decoder, LinearSymbology $symbology) {
    $runs = runsOf($symbology->encode(barText($symbology)));
    expect($decoder->decode([3, ...array_slice($runs, 1)], 1))->not->toBeInstanceOf(BarText::class);
    foreach ([3, 10, count($runs) - 6] as $length) {
        expect($decoder->decode(array_slice($runs, 0, $length), 1))->not->toBeInstanceOf(BarText::class);
    }
})->with('decoders');

it('tells a symbol that begins but does not go on from one that does not begin', function (BarDecoder $decoder, LinearSymbology $symbology) {
    $runs = runsOf($symbology->encode($symbology === LinearSymbology::Code39 ? 'HIVE-07' : ($symbology === LinearSymbology::Code128 ? 'HIVE-07-NORTH' : barText($symbology))));
    // All that comes after the middle is as wide as it can be; the quiet zone and the last bars are left.
    $broken = $runs;
    foreach (range(intdiv(count($runs), 2) + 6, count($runs) - 5) as $i) {
        $broken[$i] = 50;
    }
    expect($decoder->decode($runs, 1))->toBeInstanceOf(BarText::class)
        ->and($decoder->decode($broken, 1))->toBeFalse()
        ->and($decoder->decode([144, ...array_fill(0, 80, 50)], 1))->toBeNull();
})->with('long decoders');

it('never reads what was not there: other symbologies and random bars', function (BarDecoder $decoder, LinearSymbology $own) {
    foreach ([LinearSymbology::Ean13, LinearSymbology::Itf14, LinearSymbology::Code128, LinearSymbology::Code39] as $other) {
        $isOfTheFamily = $decoder instanceof EanDecoder && $other === LinearSymbology::Ean13;
        if ($other !== $own && ! $isOfTheFamily) {
            expect($decoder->decode(runsOf($other->encode(barText($other))), 1))->not->toBeInstanceOf(BarText::class);
        }
    }
    for ($round = 0; $round < 2000; $round++) {
        $runs = [200, ...array_map(fn () => 10 * chance(1, 4), range(1, 80)), 200];
        expect($decoder->decode($runs, 1))->not->toBeInstanceOf(BarText::class);
    }
})->with('decoders');

it('takes a trade number only with its check digit', function () {
    for ($round = 0; $round < 300; $round++) {
        $symbol = LinearSymbology::Ean13->encode(barText(LinearSymbology::Ean13));
        $runs = runsOf($symbol);
        // Two neighbours of one digit exchange a module, as dirt would make them.
        $at = chance(4, count($runs) - 6);
        $runs[$at] += 12;
        $runs[$at + 1] -= 12;
        $read = $runs[$at + 1] > 0 ? (new EanDecoder)->decode($runs, 1) : null;
        expect(! $read instanceof BarText || CheckDigit::holds($read->text))->toBeTrue();
    }
});

it('takes no damaged EAN-13 for the UPC-E that its left half would be', function () {
    $runs = runsOf(LinearSymbology::Ean13->encode('997444436956'));
    expect($runs[34])->toBe(48)->and((new EanDecoder)->decode($runs, 1)?->text)->toBe('9974444369560');
    $runs[39] += 12;
    $runs[40] -= 12;
    expect((new EanDecoder)->decode(array_values($runs), 1))->not->toBeInstanceOf(BarText::class)
        ->and((new EanDecoder)->decode([...array_slice($runs, 0, 34), 84], 1)?->text)->toBe('19744449');
});

it('tells widths in whole modules, and narrow from wide', function () {
    expect(BarWidths::digits([31, 9, 22, 11], 0, 4, 7))->toBe(3121)
        ->and(BarWidths::digits([31, 9, 22], 0, 4, 7))->toBeNull()
        ->and(BarWidths::elements([10, 30, 11, 28], 0, 4, 10.0))->toBe('nwnw')
        ->and(BarWidths::areEven([10, 10, 10, 10, 10, 10, 10, 10], 0, 2, 4))->toBeTrue()
        ->and(BarWidths::areEven([10, 10, 10, 10, 40, 40, 40, 40], 0, 2, 4))->toBeFalse();
});
