<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;

it('rounds a side down to whole modules, gives the rest to the quiet zone and says so', function () {
    $layout = Layout::of(29, Finish::plain(), Size::ofSide(600));
    expect($layout->modulePx)->toBe(16)
        ->and($layout->sidePx)->toBe(600)
        ->and($layout->before)->toBe(68)
        ->and($layout->quiet())->toBe(4.25)
        ->and($layout->note)->toContain('16 whole pixels', '8 left over');
});

it('keeps the asked quiet zone and every pixel, whatever the side', function () {
    for ($i = 0; $i < 200; $i++) {
        $modules = 17 + 4 * chance(1, 40);
        $finish = Finish::coloured(Colour::fromHex('#000'), Colour::fromHex('#fff'), chance(0, 8));
        $side = chance($modules + 2 * $finish->quiet, 4000);
        $layout = Layout::of($modules, $finish, Size::ofSide($side));
        $after = $side - $layout->before - $modules * $layout->modulePx;
        expect($layout->quiet())->toBeGreaterThanOrEqual($finish->quiet)
            ->and(abs($after - $layout->before))->toBeLessThanOrEqual(1);
    }
});

it('turns millimetres into whole device dots', function () {
    $layout = Layout::of(41, Finish::coloured(Colour::fromHex('#000'), Colour::fromHex('#fff')), Size::ofMillimetres(25, 203));
    expect($layout->modulePx)->toBe(4)
        ->and(round($layout->moduleMm(), 4))->toBe(0.5005)
        ->and($layout->sideMm())->toBeLessThanOrEqual(25.0);
});

it('says what is wrong with a size or colour, and where', function (callable $make, string $field) {
    try {
        $make();
        $this->fail('It was taken.');
    } catch (InvalidFinish $e) {
        expect($e->field)->toBe($field)->and($e->getMessage())->not->toBe('');
    }
})->with([
    [fn () => Layout::of(177, Finish::plain(), Size::ofSide(184)), 'size_px'],
    [fn () => Layout::of(177, Finish::plain(), Size::ofModule(60)), 'module_px'],
    [fn () => Size::ofModule(0), 'module_px'],
    [fn () => Size::ofSide(9000), 'size_px'],
    [fn () => Size::ofMillimetres(0.001, 300)->dots(), 'size_mm'],
    [fn () => Size::ofModule(4, 0.0), 'dpi'],
    [fn () => Colour::fromHex('#12345'), 'dark'],
    [fn () => Colour::fromHex("#123456\n", 'light'), 'light'],
    [fn () => Finish::coloured(Colour::fromHex('#000'), Colour::fromHex('#fff'), 41), 'quiet'],
]);

it('measures contrast as the standards define it', function () {
    expect(Colour::fromHex('#000')->ratioTo(Colour::fromHex('#fff')))->toEqualWithDelta(21.0, 1e-9)
        ->and(Colour::fromHex('#777777')->ratioTo(Colour::fromHex('#fff')))->toEqualWithDelta(4.48, 0.005)
        ->and(Colour::fromHex('abc')->hex())->toBe('#AABBCC');
});
