<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\MarkPictures;

function finishOf(array $values): Finish
{
    return FinishFile::read($values, new MarkPictures);
}

it('makes modules whole dots and says the true size', function (float $mm, float $dpi, int $modules) {
    $layout = Layout::of($modules, Finish::plain(), Size::ofMillimetres($mm, $dpi));
    expect($layout->sideMm())->toBeLessThanOrEqual($mm + 1e-9)
        ->and($mm - $layout->sideMm())->toBeLessThan(25.4 / $dpi)
        ->and($layout->askedMm)->toBe($mm)
        ->and($layout->moduleMm())->toBe($layout->modulePx / $dpi * 25.4);
})->with([[40.0, 300.0, 33], [20.5, 203.0, 41], [2000.0, 72.0, 25], [15.0, 600.0, 177]]);

it('is as wide as asked whatever stands around the symbol', function (array $values, int $side) {
    $layout = Layout::of(29, finishOf($values), Size::ofSide($side));
    expect($layout->sidePx)->toBe($side)
        ->and($layout->before + 29 * $layout->modulePx)->toBeLessThanOrEqual($side)
        ->and($layout->above + 29 * $layout->modulePx)->toBeLessThanOrEqual($layout->heightPx)
        ->and($layout->quiet())->toBeGreaterThanOrEqual((float) ($values['quiet'] ?? 4));
})->with([
    'plain' => [[], 300], 'border' => [['border' => 0.5, 'padding' => 0.7], 301], 'plate' => [['caption' => ['text' => 'Honey', 'layout' => 'plate']], 333],
    'above' => [['caption' => ['text' => 'Honey', 'layout' => 'above'], 'quiet' => 2], 300], 'bars' => [['ean' => '9520123456788', 'caption' => ['text' => "Honey\n340 g"]], 400],
]);

it('counts what comes near the symbol against its quiet zone', function (array $values, float $quiet) {
    expect(Layout::of(29, finishOf($values), Size::ofModule(10))->quiet())->toBe($quiet);
})->with([
    'nothing near' => [[], 4.0], 'padding belongs to it' => [['padding' => 2], 6.0], 'a border ends it' => [['padding' => 2, 'border' => 0.5], 4.0],
    'a plate ends it' => [['quiet' => 3, 'caption' => ['text' => 'Honey', 'layout' => 'plate']], 3.0],
]);

it('gives captions and bars their own room', function () {
    $plain = Layout::of(29, finishOf([]), Size::ofModule(10));
    $captioned = Layout::of(29, finishOf(['caption' => ['text' => "one\ntwo", 'size' => 3]]), Size::ofModule(10));
    $above = Layout::of(29, finishOf(['caption' => ['text' => "one\ntwo", 'size' => 3, 'layout' => 'above']]), Size::ofModule(10));
    $both = Layout::of(29, finishOf(['caption' => ['text' => 'one'], 'ean' => '95200002']), Size::ofModule(10));
    expect($captioned->heightPx)->toBe($above->heightPx)
        ->and($captioned->heightPx - $plain->heightPx)->toBeGreaterThanOrEqual(60)
        ->and($above->above - $plain->above)->toBe($captioned->heightPx - $plain->heightPx)
        ->and($captioned->captionTop)->toBeGreaterThanOrEqual($captioned->above + 330)
        ->and($both->bars[1])->toBeGreaterThan((int) $both->captionTop)
        ->and($both->bars[2])->toBe(intdiv(370, 81));
});

it('refuses what cannot be drawn', function (callable $make, string $field) {
    try {
        $make();
    } catch (InvalidFinish $e) {
        expect($e->field)->toBe($field);

        return;
    }
    $this->fail('It was taken.');
})->with([
    'less than a pixel a module' => [fn () => Layout::of(177, finishOf(['border' => 1]), Size::ofSide(150)), 'size_px'],
    'too large' => [fn () => Layout::of(177, finishOf([]), Size::ofModule(64)), 'module_px'],
    'too high' => [fn () => Layout::of(21, finishOf(['ean' => '9520123456788']), Size::ofModule(256)), 'module_px'],
    'bars without room' => [fn () => Layout::of(21, finishOf(['ean' => '9520123456788']), Size::ofModule(3)), 'ean'],
    'no such length of digits' => [fn () => Layout::of(21, finishOf(['ean' => '12345']), Size::ofModule(8)), 'ean'],
    'wrong check digit' => [fn () => Layout::of(21, finishOf(['ean' => '9520123456789']), Size::ofModule(8)), 'ean'],
    'inches beyond' => [fn () => Size::ofInches(100, 300)->dots(), 'size_in'],
]);
