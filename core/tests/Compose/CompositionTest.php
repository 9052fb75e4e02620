<?php

declare(strict_types=1);

use KeenGlyph\Core\Compose\BarsComposition;
use KeenGlyph\Core\Compose\BarsOptions;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Compose\PictureKey;
use KeenGlyph\Core\Compose\PrintOptions;
use KeenGlyph\Core\Compose\RefusedPayload;
use KeenGlyph\Core\Finish\Caption;
use KeenGlyph\Core\Finish\CaptionLayout;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Inks;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Proof\Verdict;
use KeenGlyph\Core\Render\PrintInk;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Mode;
use KeenGlyph\Core\Symbol\Segment;
use KeenGlyph\Core\Symbol\Version;

const HIVE = 'https://fennmoor.example/hive/7';

it('draws with the defaults of every way in: level M, black on white, eight pixels a module', function () {
    $composition = Composition::of(PayloadInput::ofText(HIVE));
    expect($composition->payload->kind)->toBe(Kind::Link)
        ->and($composition->symbol->level)->toBe(ErrorCorrectionLevel::M)
        ->and($composition->layout()->modulePx)->toBe(8)
        ->and($composition->layout()->quiet())->toBe(4.0)
        ->and(onlyText($composition->picture(PictureFormat::Png)))->toBe(HIVE)
        ->and(array_unique(array_map(fn ($line) => $line->verdict, $composition->ledger()), SORT_REGULAR))->toBe([Verdict::Holds]);
});

it('builds from fields, fills merge fields and marks element strings with FNC1', function () {
    $wifi = Composition::of(PayloadInput::ofFields(Kind::Wifi, ['ssid' => 'Honey House {{n}}', 'password' => 'clover&lime7'], ['n' => '2']));
    expect($wifi->payload->text)->toBe('WIFI:T:WPA;S:Honey House 2;P:clover&lime7;;');
    $elements = Composition::of(PayloadInput::ofFields(Kind::Gs1Elements, ['(01)' => '9520123456788']));
    expect($elements->symbol->segments[0]->mode)->toBe(Mode::Fnc1First)->and($elements->name())->toBe('(01)09520123456788');
    $own = Composition::of(PayloadInput::ofText('A1', Kind::Text), new CompositionOptions(encoding: new EncodeOptions(fnc1: Segment::fnc1Second('37'))));
    expect($own->symbol->segments[0]->mode)->toBe(Mode::Fnc1Second);
});

it('refuses what breaks a rule of its kind, unless it is wanted as it is', function () {
    $input = PayloadInput::ofText('(01)09520123456789');
    expect(fn () => Composition::of($input))->toThrow(RefusedPayload::class, 'check digit');
    expect(Composition::of($input, new CompositionOptions(asIs: true))->payload->errors())->not->toBe([]);
    try {
        Composition::of(PayloadInput::ofFields(Kind::Link, ['url' => 'javascript:alert(1)']), new CompositionOptions(asIs: true));
        $this->fail('code that runs was drawn');
    } catch (RefusedPayload $e) {
        expect($e->isFromFields)->toBeTrue()->and($e->payload->kind)->toBe(Kind::Link);
    }
});

it('spreads a text over a sequence that reads back as one', function () {
    $text = str_repeat('Fennmoor ', 40);
    $sequence = Composition::sequence(PayloadInput::ofText($text), 3);
    expect($sequence)->toHaveCount(3)->and(implode('', array_map(fn (Composition $one) => onlyText($one->picture(PictureFormat::Png)), $sequence)))->toBe($text);
});

it('keeps a length exactly in files without dots, and in whole dots elsewhere', function (float $mm, float $dpi) {
    $options = fn (bool $dots): CompositionOptions => new CompositionOptions(size: Size::ofMillimetres($mm, $dpi), print: new PrintOptions(wholeDots: $dots));
    $exact = Composition::of(PayloadInput::ofText(HIVE), $options(false));
    expect($exact->layoutFor(PictureFormat::Pdf)->sideMm())->toEqualWithDelta($mm, 1e-6)
        ->and($exact->layoutFor(PictureFormat::Png))->toBe($exact->layout())
        ->and($exact->layout()->sidePx)->toBe((int) floor($mm / 25.4 * $dpi))
        ->and(Composition::of(PayloadInput::ofText(HIVE), $options(true))->layoutFor(PictureFormat::Svg)->sidePx)->toBe($exact->layout()->sidePx);
})->with([[30.0, 203.0], [46.0, 300.0], [17.3, 600.0]]);

it('draws a file without dots larger than any picture in dots', function () {
    $poster = Composition::of(PayloadInput::ofText('HIVE 7'), new CompositionOptions(size: Size::ofMillimetres(5000, 300)));
    expect($poster->layoutFor(PictureFormat::Svg)->sideMm())->toEqualWithDelta(5000, 0.01)->and($poster->picture(PictureFormat::Svg))->toContain('5000');
    expect(fn () => $poster->picture(PictureFormat::Png))->toThrow(InvalidFinish::class, '59055 dots');
});

it('says the elements in the caption, the name in the title', function () {
    $finish = new Finish(Inks::blackOnWhite(), caption: new Caption('Jar', CaptionLayout::Beneath, 3.0, true));
    $composition = Composition::of(PayloadInput::ofText('(01)09520123456788'), new CompositionOptions(finish: $finish, name: 'Heather'));
    expect($composition->finish->caption?->lines())->toHaveCount(2)
        ->and($composition->title())->toBe('QR code: Heather')
        ->and($composition->picture(PictureFormat::Svg))->toContain('<title', 'QR code: Heather', 'version 1-M');
    expect(Composition::of(PayloadInput::ofText('x'), new CompositionOptions(title: 'Way in'))->title())->toBe('Way in');
});

it('names a picture by all that went into it', function () {
    $key = fn (string $text = HIVE, ?CompositionOptions $options = null, PictureFormat $format = PictureFormat::Svg): string => (string) Composition::of(PayloadInput::ofText($text), $options ?? new CompositionOptions)->pictureKey($format);
    $different = [
        $key(), $key('HIVE 8'), $key(format: PictureFormat::Png),
        $key(options: new CompositionOptions(encoding: new EncodeOptions(ErrorCorrectionLevel::H))),
        $key(options: new CompositionOptions(encoding: new EncodeOptions(version: Version::of(7)))),
        $key(options: new CompositionOptions(encoding: new EncodeOptions(mask: 1))),
        $key(options: new CompositionOptions(finish: Finish::plain()->bare(3))),
        $key(options: new CompositionOptions(size: Size::ofModule(5))),
        $key(options: new CompositionOptions(size: Size::ofModule(8, 300))),
        $key(options: new CompositionOptions(print: new PrintOptions(inks: PrintInk::Cmyk))),
        $key(options: new CompositionOptions(name: 'Hive seven')),
    ];
    expect(array_unique($different))->toHaveCount(count($different))->and($key())->toBe($key())->and($key())->toMatch('/^[0-9a-f]{32}$/D');
    $kept = fn (array $changes): string => (string) PictureKey::ofRevision('glyph-3', $changes, PictureFormat::Png);
    expect($kept(['dpi' => 300, 'size_mm' => 20.0]))->toBe($kept(['size_mm' => 20.0, 'dpi' => 300]))->and($kept([]))->not->toBe($kept(['dpi' => 300]));
});

it('composes bars: three pixels each, with their characters', function () {
    $bars = BarsComposition::of(LinearSymbology::Ean13, '952012345678');
    $read = readPicture($bars->picture(PictureFormat::Png))->linear;
    expect($bars->layout()->modulePx)->toBe(3)->and($bars->name())->toBe('9520123456788')
        ->and(array_map(fn ($one) => $one->text, $read))->toBe(['9520123456788'])
        ->and($bars->picture(PictureFormat::Svg))->toContain('EAN-13: 9520123456788');
    $exact = BarsComposition::of(LinearSymbology::Code39, 'HIVE 7', new BarsOptions(size: Size::ofMillimetres(40, 300), addsCheck: true, captioned: false));
    expect($exact->layoutFor(PictureFormat::Pdf)->sideMm())->toEqualWithDelta(40, 1e-6)
        ->and($exact->layoutFor(PictureFormat::Pdf)->heightPx / $exact->layoutFor(PictureFormat::Pdf)->sidePx)->toBeLessThan(BarsComposition::of(LinearSymbology::Code39, 'HIVE 7')->layout()->heightPx / BarsComposition::of(LinearSymbology::Code39, 'HIVE 7')->layout()->sidePx);
});
