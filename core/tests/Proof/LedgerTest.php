<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Proof\ContrastCheck;
use KeenGlyph\Core\Proof\Ledger;
use KeenGlyph\Core\Proof\LedgerLine;
use KeenGlyph\Core\Proof\RoundTripCheck;
use KeenGlyph\Core\Proof\Verdict;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Symbol\Encoder;

/** @return array<string, LedgerLine> */
function ledgerOf(string $text, Finish $finish, Size $size): array
{
    $symbol = Encoder::encode($text);
    $layout = Layout::of($symbol->matrix->size(), $finish, $size);
    $lines = Ledger::of(Payloads::parse($text, Kind::Link), $finish, $layout, PngRenderer::render($symbol->matrix, $finish, $layout));

    return array_combine(array_map(fn (LedgerLine $line) => $line->check, $lines), $lines);
}

function inks(string $dark, string $light, int $quiet = 4): Finish
{
    return new Finish(Colour::fromHex($dark), Colour::fromHex($light), $quiet);
}

it('holds throughout for a plain symbol of a good link', function () {
    $ledger = ledgerOf('https://fennmoor.example/hive/7', Finish::plain(), Size::ofModule(8));
    expect(array_unique(array_map(fn (LedgerLine $line) => $line->verdict, $ledger), SORT_REGULAR))->toHaveCount(1)
        ->and($ledger['round_trip']->figure)->toBe('31 of 31 bytes')
        ->and($ledger['contrast']->figure)->toBe('21.0 : 1');
});

it('puts what fails first', function () {
    $verdicts = array_map(fn (LedgerLine $line) => $line->verdict, array_values(ledgerOf('fennmoor.example', inks('#000', '#fff', 2), Size::ofModule(8))));
    expect(array_slice($verdicts, 0, 2))->toBe([Verdict::Fails, Verdict::Marginal]);
});

it('judges contrast and offers a colour that then holds', function (string $dark, string $light, Verdict $verdict) {
    $finish = inks($dark, $light);
    $line = ContrastCheck::line($finish);
    expect($line->verdict)->toBe($verdict);
    if ($line->fixLabel !== null) {
        $mended = inks((string) ($line->fix['dark'] ?? $dark), (string) ($line->fix['light'] ?? $light));
        expect(ContrastCheck::line($mended)->verdict)->not->toBe(Verdict::Fails);
    }
})->with([
    ['#14201C', '#FFFFFF', Verdict::Holds], ['#CC7700', '#FFFFFF', Verdict::Holds], ['#C8C800', '#FFFFFF', Verdict::Fails],
    ['#C0B060', '#FFFFFF', Verdict::Marginal], ['#DDDDDD', '#FFFFFF', Verdict::Fails], ['#333333', '#777777', Verdict::Fails], ['#FFFFFF', '#000000', Verdict::Marginal], ['#F0F0F0', '#E0E0E0', Verdict::Fails],
]);

it('judges module size and quiet zone, and its fix is enough', function () {
    $small = ledgerOf('https://fennmoor.example', Finish::plain(), Size::ofModule(1));
    expect($small['size']->verdict)->toBe(Verdict::Marginal)
        ->and(ledgerOf('https://fennmoor.example', Finish::plain(), Size::ofModule((int) $small['size']->fix['module_px']))['size']->verdict)->toBe(Verdict::Holds)
        ->and(ledgerOf('https://fennmoor.example', Finish::plain(), Size::ofModule(1, 300))['size']->verdict)->toBe(Verdict::Fails)
        ->and(ledgerOf('https://fennmoor.example', inks('#000', '#fff', 3), Size::ofModule(4))['quiet_zone']->verdict)->toBe(Verdict::Marginal)
        ->and(ledgerOf('https://fennmoor.example', inks('#000', '#fff', 0), Size::ofModule(4))['quiet_zone']->verdict)->toBe(Verdict::Fails);
});

it('fails a picture that says something else, or nothing', function () {
    $other = pngOf(Encoder::encode('hive 8')->matrix);
    expect(RoundTripCheck::line('hive 7', $other)->verdict)->toBe(Verdict::Fails)
        ->and(RoundTripCheck::line('hive 7', $other)->figure)->toBe('5 of 6 bytes')
        ->and(RoundTripCheck::line('hive 7', pngOf(Encoder::encode('hive 7')->matrix, 4, inks('#fff', '#fff')))->verdict)->toBe(Verdict::Fails)
        ->and(RoundTripCheck::line('hive 7', 'no picture')->verdict)->toBe(Verdict::NotRun);
});
