<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Frame;
use KeenGlyph\Core\Finish\IconArt;
use KeenGlyph\Core\Finish\Ink;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Mark;
use KeenGlyph\Core\Finish\MarkArt;
use KeenGlyph\Core\Finish\MarkPlate;
use KeenGlyph\Core\Finish\MarkReader;
use KeenGlyph\Core\Finish\OutlineArt;
use KeenGlyph\Core\Finish\PixelArt;
use KeenGlyph\Core\Finish\RetailBarcode;
use KeenGlyph\Core\Finish\TextArt;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Linear\HumanReadableText;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Page\FixedWords;
use KeenGlyph\Core\Read\DarkPlaces;
use KeenGlyph\Core\Read\Pyramid;
use KeenGlyph\Core\Read\ReadBudget;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Read\Search;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\Encoder;

it('takes one to eight letters for a mark', function (): void {
    expect((new TextArt('Hive 7'))->toArray())->toBe(['text' => 'Hive 7'])
        ->and(new TextArt('蜂蜜蜂蜜蜂蜜蜂蜜'))->toBeInstanceOf(MarkArt::class)
        ->and(static fn () => new TextArt(' '))->toThrow(InvalidFinish::class)
        ->and(static fn () => new TextArt('Fennmoors'))->toThrow(InvalidFinish::class, 'one to eight');
});

it('takes icons of its own set alone', function (): void {
    expect((new IconArt('comb'))->toArray())->toBe(['icon' => 'comb'])->and(static fn () => new IconArt('bee'))->toThrow(InvalidFinish::class, 'comb');
});

it('keeps what lies around the quiet zone within bounds', function (string $field, float $most): void {
    expect(new Frame(...[$field => $most]))->toHaveProperty($field, $most)
        ->and(static fn () => new Frame(...[$field => $most + 0.01]))->toThrow(InvalidFinish::class, "The $field is 0 to ".(int) $most.' modules.')
        ->and(static fn () => new Frame(...[$field => -0.01]))->toThrow(InvalidFinish::class);
})->with([['padding', 40.0], ['corner', 40.0], ['border', 8.0]]);

it('makes pixels of a picture and outlines of a drawing', function (): void {
    $reader = new MarkPictures;
    $svg = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path d="M1 1h8v8h-8z" fill="#C00000"/></svg>';
    $picture = imagecreatetruecolor(12, 8);
    ob_start();
    imagepng($picture);
    $png = (string) ob_get_clean();
    expect($reader)->toBeInstanceOf(MarkReader::class)
        ->and($reader->read($svg))->toBeInstanceOf(OutlineArt::class)
        ->and($reader->read($png))->toBeInstanceOf(PixelArt::class)
        ->and([$reader->read($png)->width, $reader->read($png)->height])->toBe([12, 8])
        ->and(static fn () => $reader->read('no picture'))->toThrow(InvalidFinish::class);
});

it('stands a mark on its plate, in its ink', function (): void {
    foreach (MarkPlate::cases() as $plate) {
        $mark = new Mark(new TextArt('7'), 7.0, 0.5, $plate, true, Colour::fromHex('#C00000'));
        expect($mark->plate)->toBe($plate)->and($mark->clears)->toBeTrue();
    }
    $ink = new Ink('mark.ink', Colour::fromHex('#C00000'));
    expect([$ink->option, $ink->colour->hex()])->toBe(['mark.ink', '#C00000']);
});

it('takes the digits of a retail symbol for what they are by their number', function (string $digits, LinearSymbology $symbology): void {
    $barcode = RetailBarcode::of($digits);
    expect($barcode->symbol->symbology)->toBe($symbology)->and($barcode->symbol->text)->toBe($digits)->and($barcode->matrix->rows)->not->toBe([]);
})->with([['9520123456788', LinearSymbology::Ean13], ['95201207', LinearSymbology::Ean8], ['012345678905', LinearSymbology::UpcA]]);

it('says why a retail symbol cannot be', function (string $digits, string $says): void {
    expect(static fn () => RetailBarcode::of($digits))->toThrow(InvalidFinish::class, $says);
})->with([['952012345678', 'check digit'], ['9520', '8, 12 or 13 digits'], ['9520123456789', 'check digit']]);

it('prints the characters of bars where they belong, in modules', function (): void {
    $captions = LinearSymbology::Ean13->encode('952012345678')->captions;
    expect($captions)->each->toBeInstanceOf(HumanReadableText::class)
        ->and(implode('', array_map(static fn (HumanReadableText $one): string => $one->text, $captions)))->toBe('9520123456788');
    // The first digit stands in the margin, the others beneath their halves.
    [$first, $left, $right] = $captions;
    expect($first->centre)->toBeLessThan(0.0)->and($left->centre)->toBeGreaterThan(3.0)->toBeLessThan(45.0)->and($right->centre)->toBeGreaterThan(50.0)->toBeLessThan(92.0);
});

it('speaks the languages it knows, and English elsewhere', function (): void {
    expect(FixedWords::say('save', 'cy'))->toBe('Cadw’r cyswllt')->and(FixedWords::say('call', 'de-AT'))->toBe('Anrufen')
        ->and(FixedWords::say('mail', 'fi'))->toBe('Mail')->and(FixedWords::say('when', 'EN-GB'))->toBe('When');
    foreach (['save', 'call', 'mail', 'when', 'where', 'calendar', 'map', 'daily', 'show', 'used', 'languages', 'to'] as $name) {
        foreach (['en', 'cy', 'de', 'fr', 'es', 'it', 'nl'] as $language) {
            expect(FixedWords::say($name, $language))->not->toBe('');
        }
    }
});

it('looks for dark places where the middles of finder patterns are, and nowhere on a wall', function (): void {
    $symbol = Encoder::encode('https://fennmoor.example/hive/7', new EncodeOptions);
    $plane = (new PictureDecoder)->decode(pngOf($symbol->matrix, 2));
    $places = DarkPlaces::of(Pyramid::of($plane)->whole(), 0);
    $n = $symbol->matrix->size();
    foreach ([[3.5, 3.5], [$n - 3.5, 3.5], [3.5, $n - 3.5]] as [$u, $v]) {
        $near = array_filter($places, static fn (array $place): bool => hypot($place[0] - 2 * ($u + 4), $place[1] - 2 * ($v + 4)) < 3.0);
        expect($near)->not->toBe([]);
    }
    $wall = new KeenGlyph\Core\Image\LuminancePlane(96, 96, str_repeat("\x90", 96 * 96));
    expect(DarkPlaces::of(Pyramid::of($wall)->whole(), 0))->toBe([]);
});

it('takes the steps of a search in their order, and tells what each took', function (): void {
    $symbol = Encoder::encode('https://fennmoor.example/hive/7', new EncodeOptions);
    $outcome = (new Search((new PictureDecoder)->decode(pngOf($symbol->matrix, 4)), ReadOptions::qr(), ReadBudget::of(5_000)))->run();
    expect($outcome->readings)->toHaveCount(1)->and($outcome->steps)->not->toBe([]);
    foreach ($outcome->steps as $step) {
        expect($step->ms)->toBeGreaterThanOrEqual(0.0);
    }
});
