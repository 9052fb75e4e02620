<?php

declare(strict_types=1);

use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Compose\PrintOptions;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Proof\Check;
use KeenGlyph\Core\Proof\FillCheck;
use KeenGlyph\Core\Proof\FinderCheck;
use KeenGlyph\Core\Proof\LedgerLine;
use KeenGlyph\Core\Proof\MarkCheck;
use KeenGlyph\Core\Proof\PayloadCheck;
use KeenGlyph\Core\Proof\PrintCheck;
use KeenGlyph\Core\Proof\Printing;
use KeenGlyph\Core\Proof\QuietZoneCheck;
use KeenGlyph\Core\Proof\RedLightCheck;
use KeenGlyph\Core\Proof\RetailBarcodeCheck;
use KeenGlyph\Core\Proof\SizeCheck;
use KeenGlyph\Core\Proof\SwissBillCheck;
use KeenGlyph\Core\Proof\Verdict;
use KeenGlyph\Core\Proof\WholeDotsCheck;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;

/** What a check says of a composition. @param  array<string, mixed>  $finish */
function checked(Check $check, array $finish = [], ?Size $size = null, PrintOptions $print = new PrintOptions, ?PayloadInput $input = null, ErrorCorrectionLevel $level = ErrorCorrectionLevel::Q): ?LedgerLine
{
    $options = new CompositionOptions(new EncodeOptions($level), FinishFile::read($finish, new MarkPictures), $size, $print, asIs: true);

    return $check->line(Composition::of($input ?? PayloadInput::ofText('https://fennmoor.example/jar/heather-340'), $options)->subject());
}

it('judges how much of a module is inked by its shape', function (string $shape, Verdict $verdict) {
    $line = checked(new FillCheck, ['shape' => $shape]);
    expect($line?->verdict)->toBe($verdict);
    if ($line?->fix !== null) {
        expect(checked(new FillCheck, $line->fix->set)?->verdict)->toBe(Verdict::Holds);
    }
})->with([['square', Verdict::Holds], ['disc', Verdict::Holds], ['soft', Verdict::Holds], ['lozenge', Verdict::Marginal]]);

it('judges the rhythm of the finders, and square ones hold at every size', function () {
    foreach ([1, 2, 3, 7] as $px) {
        expect(checked(new FinderCheck, [], Size::ofModule($px))?->verdict)->toBe(Verdict::Holds);
    }
    $round = checked(new FinderCheck, ['ring' => 'circle', 'centre' => 'disc']);
    expect($round?->verdict)->not->toBe(Verdict::Holds)->and(checked(new FinderCheck, ['ring' => 'circle', 'centre' => 'disc', ...($round?->fix?->set ?? [])])?->verdict)->toBe(Verdict::Holds);
});

it('sees red ink as a till scanner does, and never stops a symbol by it', function () {
    $red = checked(new RedLightCheck, ['dark' => '#D01010']);
    expect($red?->verdict)->toBe(Verdict::Marginal)->and(checked(new RedLightCheck, ['dark' => '#101060'])?->verdict)->toBe(Verdict::Holds)
        ->and(checked(new RedLightCheck, $red?->fix?->set ?? [])?->verdict)->toBe(Verdict::Holds);
});

it('asks for four blank modules, and counts a border as what it is', function (array $finish, Verdict $verdict) {
    expect(checked(new QuietZoneCheck, $finish)?->verdict)->toBe($verdict);
})->with([[[], Verdict::Holds], [['quiet' => 3], Verdict::Marginal], [['quiet' => 1], Verdict::Fails], [['quiet' => 1, 'padding' => 4], Verdict::Holds], [['quiet' => 1, 'padding' => 4, 'border' => 0.5], Verdict::Fails]]);

it('holds modules against the narrowest that a printing process keeps', function (Printing $printing, float $mm, Verdict $verdict) {
    $size = Size::ofModule((int) round($mm / 25.4 * 600), 600);
    expect(checked(new PrintCheck, [], $size, new PrintOptions($printing))?->verdict)->toBe($verdict);
})->with([
    [Printing::Offset, 0.3, Verdict::Holds], [Printing::Offset, 0.21, Verdict::Marginal], [Printing::Offset, 0.1, Verdict::Fails],
    [Printing::Flexo, 0.6, Verdict::Holds], [Printing::ScreenPrint, 0.5, Verdict::Fails], [Printing::Thermal203, 0.42, Verdict::Marginal],
]);

it('wants modules wide enough for the distance, and its fixes are enough', function () {
    $far = checked(new SizeCheck, [], Size::ofModule(2), new PrintOptions(distanceMm: 2000));
    expect($far?->verdict)->toBe(Verdict::Fails)
        ->and(checked(new SizeCheck, [], Size::ofModule((int) $far?->fix?->set['module_px']), new PrintOptions(distanceMm: 2000))?->verdict)->toBe(Verdict::Holds)
        ->and(checked(new SizeCheck, [], Size::ofModule(2), new PrintOptions(distanceMm: (float) $far?->alternative?->set['distance_mm']))?->verdict)->toBe(Verdict::Holds);
});

it('speaks of whole dots only where a length was asked for', function () {
    expect(checked(new WholeDotsCheck))->toBeNull()
        ->and(checked(new WholeDotsCheck, [], Size::ofMillimetres(30, 300))?->verdict)->toBe(Verdict::Holds)
        ->and(checked(new WholeDotsCheck, [], Size::ofMillimetres(15, 72))?->verdict)->toBe(Verdict::Marginal);
});

it('measures the bars beneath against what tills are set for', function () {
    expect(checked(new RetailBarcodeCheck))->toBeNull();
    $holds = checked(new RetailBarcodeCheck, ['ean' => '9520123456788'], Size::ofMillimetres(40, 300));
    $small = checked(new RetailBarcodeCheck, ['ean' => '9520123456788'], Size::ofMillimetres(20, 300));
    expect($holds?->verdict)->toBe(Verdict::Holds)->and($small?->verdict)->toBe(Verdict::Fails);
});

it('holds a Swiss bill to level M, 46 mm and its cross', function () {
    $bill = PayloadInput::ofFields(Kind::Swiss, Kind::Swiss->metadata()->starters[0]['fields']);
    $line = checked(new SwissBillCheck, [], null, new PrintOptions, $bill);
    expect($line?->verdict)->toBe(Verdict::Fails)->and(checked(new SwissBillCheck))->toBeNull();
    $set = $line?->fix?->set ?? [];
    expect(checked(new SwissBillCheck, ['quiet' => $set['quiet']], Size::ofMillimetres((float) $set['size_mm'], 1200), new PrintOptions, $bill, ErrorCorrectionLevel::M)?->verdict)->toBe(Verdict::Holds);
});

it('tells what the text breaks, first what is wrong and then what is unwise', function () {
    $line = fn (string $text, ?Kind $kind = null): ?LedgerLine => checked(new PayloadCheck, [], null, new PrintOptions, PayloadInput::ofText($text, $kind));
    expect($line('https://fennmoor.example/')?->verdict)->toBe(Verdict::Holds)
        ->and($line('(01)09520123456789')?->verdict)->toBe(Verdict::Fails)
        ->and($line('https://fennmoor.example@evil.example/')?->verdict)->toBe(Verdict::Marginal)
        ->and($line('fennmoor.example/visit', Kind::Link)?->verdict)->toBe(Verdict::Fails)
        ->and($line('fennmoor.example/visit', Kind::Link)?->fix?->set['text'] ?? null)->toBe('https://fennmoor.example/visit');
});

it('says of a mark what the worst block has left, and nothing where there is none', function () {
    expect(checked(new MarkCheck))->toBeNull()
        ->and(checked(new MarkCheck, ['mark' => ['icon' => 'comb', 'size' => 5]], level: ErrorCorrectionLevel::H)?->verdict)->toBe(Verdict::Holds)
        ->and(checked(new MarkCheck, ['mark' => ['icon' => 'comb', 'size' => 17]], level: ErrorCorrectionLevel::L)?->verdict)->toBe(Verdict::Fails);
});
