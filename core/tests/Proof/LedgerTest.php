<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\IconArt;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Mark;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Payloads;
use KeenGlyph\Core\Proof\Camera;
use KeenGlyph\Core\Proof\ContrastCheck;
use KeenGlyph\Core\Proof\Damage;
use KeenGlyph\Core\Proof\Ledger;
use KeenGlyph\Core\Proof\LedgerLine;
use KeenGlyph\Core\Proof\MarkCheck;
use KeenGlyph\Core\Proof\Printing;
use KeenGlyph\Core\Proof\RoundTripCheck;
use KeenGlyph\Core\Proof\Subject;
use KeenGlyph\Core\Proof\Verdict;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Symbol\CodewordMap;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Version;

/** @return array<string, LedgerLine> */
function ledgerOf(string $text, Finish $finish, Size $size): array
{
    $symbol = Encoder::encode($text);
    $layout = Layout::of($symbol->matrix->size(), $finish, $size);
    $lines = Ledger::of(new Subject(Payloads::parse($text, Kind::Link), $symbol, new EncodeOptions, $finish, $layout, PngRenderer::render(SceneBuilder::of($symbol, $finish, $layout, ''))));

    return array_combine(array_map(fn (LedgerLine $line) => $line->check, $lines), $lines);
}

function subjectOf(string $text, string $picture): Subject
{
    $symbol = Encoder::encode($text);

    return new Subject(Payloads::parse($text, Kind::Text), $symbol, new EncodeOptions, Finish::plain(), Layout::of($symbol->matrix->size(), Finish::plain(), Size::ofModule(8)), $picture);
}

function inks(string $dark, string $light, int $quiet = 4): Finish
{
    return Finish::coloured(Colour::fromHex($dark), Colour::fromHex($light), $quiet);
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
    $line = ContrastCheck::of($finish);
    expect($line->verdict)->toBe($verdict);
    if ($line->fix?->label !== null) {
        $mended = inks((string) ($line->fix->set['dark'] ?? $dark), (string) ($line->fix->set['light'] ?? $light));
        expect(ContrastCheck::of($mended)->verdict)->not->toBe(Verdict::Fails);
    }
})->with([
    ['#14201C', '#FFFFFF', Verdict::Holds], ['#CC7700', '#FFFFFF', Verdict::Holds], ['#C8C800', '#FFFFFF', Verdict::Marginal],
    ['#C0B060', '#FFFFFF', Verdict::Marginal], ['#DDDDDD', '#FFFFFF', Verdict::Fails], ['#333333', '#777777', Verdict::Fails], ['#FFFFFF', '#000000', Verdict::Marginal], ['#F0F0F0', '#E0E0E0', Verdict::Fails],
]);

it('judges module size and quiet zone, and its fix is enough', function () {
    $small = ledgerOf('https://fennmoor.example', Finish::plain(), Size::ofModule(1));
    expect($small['size']->verdict)->toBe(Verdict::Marginal)
        ->and(ledgerOf('https://fennmoor.example', Finish::plain(), Size::ofModule((int) $small['size']->fix->set['module_px']))['size']->verdict)->toBe(Verdict::Holds)
        ->and(ledgerOf('https://fennmoor.example', Finish::plain(), Size::ofModule(1, 300))['size']->verdict)->toBe(Verdict::Fails)
        ->and(ledgerOf('https://fennmoor.example', inks('#000', '#fff', 3), Size::ofModule(4))['quiet_zone']->verdict)->toBe(Verdict::Marginal)
        ->and(ledgerOf('https://fennmoor.example', inks('#000', '#fff', 0), Size::ofModule(4))['quiet_zone']->verdict)->toBe(Verdict::Fails);
});

it('fails a picture that says something else, or nothing', function () {
    $other = pngOf(Encoder::encode('hive 8')->matrix);
    $line = fn (string $picture) => (new RoundTripCheck)->line(subjectOf('hive 7', $picture));
    expect($line($other)->verdict)->toBe(Verdict::Fails)
        ->and($line($other)->figure)->toBe('5 of 6 bytes')
        ->and($line(pngOf(Encoder::encode('hive 7')->matrix, 4, inks('#fff', '#fff')))->verdict)->toBe(Verdict::Fails)
        ->and($line('no picture')->verdict)->toBe(Verdict::NotRun);
});

/** @return array<string, LedgerLine> */
function styledLedger(array $values, ErrorCorrectionLevel $level = ErrorCorrectionLevel::Q, ?Size $size = null, Printing $printing = Printing::Screen, float $distance = Subject::DISTANCE, string $text = 'https://fennmoor.example/jar/heather-340?batch=H26-07'): array
{
    $encoding = new EncodeOptions($level);
    $symbol = Encoder::encode($text, $encoding);
    $finish = FinishFile::read($values, new MarkPictures);
    $layout = Layout::of($symbol->matrix->size(), $finish, $size ?? Size::ofModule(8));
    $lines = Ledger::of(new Subject(Payloads::parse($text, Kind::Link), $symbol, $encoding, $finish, $layout, PngRenderer::render(SceneBuilder::of($symbol, $finish, $layout, '')), $printing, $distance));

    return array_combine(array_map(fn (LedgerLine $line) => $line->check, $lines), $lines);
}

it('weighs the mark against each block, and offers a level or a size that then holds', function () {
    $small = styledLedger(['mark' => ['icon' => 'comb', 'size' => 5]]);
    $large = styledLedger(['mark' => ['icon' => 'comb', 'size' => 19]]);
    expect($small['mark']->verdict)->toBe(Verdict::Holds)
        ->and($large['mark']->verdict)->toBe(Verdict::Fails)
        ->and($large['round_trip']->verdict)->toBe(Verdict::Fails)
        ->and(styledLedger([])['mark'] ?? null)->toBeNull();
    $some = styledLedger(['mark' => ['icon' => 'comb', 'size' => 9]], ErrorCorrectionLevel::M);
    expect($some['mark']->verdict)->not->toBe(Verdict::Holds)->and($some['mark']->fix->set)->toHaveKey('level');
    expect(styledLedger(['mark' => ['icon' => 'comb', 'size' => 9]], ErrorCorrectionLevel::from((string) $some['mark']->fix->set['level']))['mark']->verdict)->toBe(Verdict::Holds);
    $size = $some['mark']->alternative->set['mark.size'];
    expect(styledLedger(['mark' => ['icon' => 'comb', 'size' => $size]], ErrorCorrectionLevel::M)['mark']->verdict)->toBe(Verdict::Holds)
        ->and(styledLedger(['mark' => ['icon' => 'comb', 'size' => $size + 2]], ErrorCorrectionLevel::M)['mark']->verdict)->not->toBe(Verdict::Holds);
});

it('leaves the reserve that is asked for', function (float $reserve) {
    $mark = new Mark(new IconArt('comb'), 5);
    $version = Version::of(6);
    $size = MarkCheck::largest($mark, $version, ErrorCorrectionLevel::Q, $reserve);
    $can = CodewordMap::of($version, ErrorCorrectionLevel::Q)->repairable;
    $of = static fn (float $side): int => Damage::worstOf(new Mark(new IconArt('comb'), $side), $version, ErrorCorrectionLevel::Q);
    expect($size)->not->toBeNull()
        ->and($of((float) $size))->toBeLessThanOrEqual($can * (1 - $reserve))
        ->and($of($size + 2))->toBeGreaterThan($can * (1 - $reserve));
})->with([0.0, 0.3, 0.5, 0.75]);

it('counts the codewords a mark spoils as the reader has to repair them', function () {
    $text = 'https://fennmoor.example/jar/heather-340?batch=H26-07';
    $encoding = new EncodeOptions(ErrorCorrectionLevel::H);
    $symbol = Encoder::encode($text, $encoding);
    $finish = FinishFile::read(['mark' => ['icon' => 'cell', 'size' => 7]], new MarkPictures);
    $layout = Layout::of($symbol->matrix->size(), $finish, Size::ofModule(8));
    $png = PngRenderer::render(SceneBuilder::of($symbol, $finish, $layout, ''));
    $damage = Damage::of(new Subject(Payloads::parse($text, Kind::Link), $symbol, $encoding, $finish, $layout, $png));
    $wrong = array_merge(...$damage->wrong);
    expect(array_sum(array_map(count(...), $damage->wrong)))->toBe(readPicture($png)->readings[0]->symbol->corrected)
        ->and(array_diff($wrong, array_merge(...$damage->touched)))->toBe([])
        ->and($wrong)->not->toBe([]);
});

it('sees colours as a red scanner does', function (array $values, Verdict $verdict) {
    expect(styledLedger($values)['red_light']->verdict)->toBe($verdict);
})->with([
    'black' => [[], Verdict::Holds], 'red on white' => [['dark' => '#C01010'], Verdict::Marginal], 'green on white' => [['dark' => '#0A6A2A'], Verdict::Holds],
    'orange centres' => [['centre_ink' => '#B5470F'], Verdict::Marginal], 'black on red' => [['light' => '#FF4040'], Verdict::Holds], 'blue on cyan' => [['dark' => '#102070', 'light' => '#40FFFF'], Verdict::Marginal],
]);

it('takes the palest ink of a gradient, and inks on both sides of the ground for what they are', function () {
    $stops = static fn (string $from, string $to): array => ['gradient' => ['stops' => [['ink' => $from], ['ink' => $to]]]];
    expect(styledLedger($stops('#000000', '#303030'))['contrast']->verdict)->toBe(Verdict::Holds)
        ->and(styledLedger($stops('#000000', '#F0F0F0'))['contrast']->verdict)->toBe(Verdict::Fails)
        ->and(styledLedger($stops('#000000', '#A0A0A0'))['contrast']->fix->set)->toHaveKey('gradient.stops.1.ink')
        ->and(styledLedger(['dark' => '#000000', 'light' => '#808080', 'centre_ink' => '#FFFFFF'])['contrast']->verdict)->toBe(Verdict::Fails)
        ->and(styledLedger(['transparent' => true, 'light' => '#222222'])['contrast']->verdict)->toBe(Verdict::Fails);
});

it('measures the finders and knows what their shapes cost', function (array $values, Verdict $verdict, ?array $fix) {
    $line = styledLedger($values)['finders'];
    expect($line->verdict)->toBe($verdict)->and($line->fix?->set)->toBe($fix);
    if ($fix !== null) {
        expect(styledLedger([...$values, ...$fix])['finders']->verdict)->toBe(Verdict::Holds);
    }
})->with([
    'square' => [[], Verdict::Holds, null], 'soft and hexagons' => [['ring' => 'soft', 'centre' => 'hexagon'], Verdict::Holds, null],
    'circle' => [['ring' => 'circle'], Verdict::Marginal, ['ring' => 'soft']], 'lozenge' => [['centre' => 'lozenge'], Verdict::Marginal, ['centre' => 'soft']],
]);

it('says how much of a module its shape inks', function (string $shape, Verdict $verdict) {
    expect(styledLedger(['shape' => $shape])['fill']->verdict)->toBe($verdict);
})->with([['square', Verdict::Holds], ['disc', Verdict::Holds], ['tile', Verdict::Marginal], ['lozenge', Verdict::Marginal], ['hexagon', Verdict::Marginal]]);

it('asks whether the printing holds a module, and whether dots are whole', function (Size $size, Printing $printing, Verdict $verdict) {
    $line = styledLedger([], ErrorCorrectionLevel::M, $size, $printing)['print'];
    expect($line->verdict)->toBe($verdict);
    if ($line->fix !== null) {
        $mended = styledLedger([], ErrorCorrectionLevel::M, Size::ofModule((int) $line->fix->set['module_px'], (float) ($line->fix->set['dpi'] ?? $size->dpi)), $printing)['print'];
        expect($mended->verdict)->toBe(Verdict::Holds);
    }
})->with([
    'screen' => [Size::ofModule(4), Printing::Screen, Verdict::Holds], 'four dots of 203' => [Size::ofModule(4, 203), Printing::Thermal203, Verdict::Holds],
    'two dots of 203' => [Size::ofModule(2, 203), Printing::Thermal203, Verdict::Fails], 'made at 96' => [Size::ofModule(4), Printing::Thermal203, Verdict::Marginal],
    'fine flexo' => [Size::ofModule(5, 300), Printing::Flexo, Verdict::Marginal], 'coarse flexo' => [Size::ofModule(6, 300), Printing::Flexo, Verdict::Holds], 'mesh' => [Size::ofModule(4, 300), Printing::ScreenPrint, Verdict::Fails],
]);

it('reaches as far as the camera model says, and asks for the module a distance needs', function (Camera $camera) {
    $device = $camera->device();
    // From the far end a module covers exactly its pixels.
    $far = $camera->farthest(0.5);
    $widthSeen = 2 * $far * tan(deg2rad($device->angle / 2));
    expect($device->pixels * 0.5 / $widthSeen)->toEqualWithDelta($device->pixelsPerModule, 1e-9)
        ->and($camera->moduleFor($far))->toEqualWithDelta(0.5, 1e-9)
        ->and($camera->nearest(10.0))->toBeLessThanOrEqual($camera->nearest(200.0));
})->with(Camera::cases());

it('judges the distance asked for', function () {
    expect(styledLedger([], distance: 250)['size']->verdict)->toBe(Verdict::Holds)
        ->and(styledLedger([], distance: 2000)['size']->verdict)->not->toBe(Verdict::Holds)
        ->and(styledLedger([], distance: 20000)['size']->verdict)->toBe(Verdict::Fails);
    $line = styledLedger([], distance: 2000)['size'];
    expect(styledLedger([], size: Size::ofModule((int) $line->fix->set['module_px']), distance: 2000)['size']->verdict)->toBe(Verdict::Holds)
        ->and(styledLedger([], distance: (float) $line->alternative->set['distance_mm'])['size']->verdict)->toBe(Verdict::Holds);
});

it('holds bars beneath to the sizes that tills take', function () {
    expect(styledLedger(['ean' => '9520123456788'], size: Size::ofModule(6, 300))['companion']->verdict)->toBe(Verdict::Fails)
        ->and(styledLedger(['ean' => '9520123456788'], size: Size::ofMillimetres(40, 300))['companion']->verdict)->toBe(Verdict::Holds)
        ->and(styledLedger([])['companion'] ?? null)->toBeNull();
});

it('calls out captions, borders and plates that come near', function (array $values, Verdict $verdict) {
    expect(styledLedger($values)['quiet_zone']->verdict)->toBe($verdict);
})->with([
    'border at four' => [['border' => 0.5], Verdict::Holds], 'border at two' => [['border' => 0.5, 'quiet' => 2], Verdict::Marginal], 'plate at one' => [['quiet' => 1, 'caption' => ['text' => 'a', 'layout' => 'plate']], Verdict::Fails],
]);
