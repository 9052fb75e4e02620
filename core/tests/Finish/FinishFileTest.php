<?php

declare(strict_types=1);

use KeenGlyph\Core\Finish\CentreShape;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\ModuleShape;
use KeenGlyph\Core\Finish\RingShape;
use KeenGlyph\Core\Image\MarkPictures;

it('keeps a finish through writing and reading', function (array $values) {
    $finish = FinishFile::read($values, new MarkPictures);
    $written = FinishFile::write($finish);
    $again = FinishFile::read(json_decode(json_encode($written, JSON_THROW_ON_ERROR), true), new MarkPictures);
    expect(FinishFile::write($again))->toEqual($written)
        ->and($again)->toEqual($finish);
})->with([
    'nothing' => [[]],
    'two inks' => [['dark' => '#abc', 'light' => 'FFFFFF', 'quiet' => 0]],
    'shapes' => [['shape' => 'poured', 'ring' => 'cut', 'centre' => 'hexagon', 'ring_ink' => '#112233', 'centre_ink' => '#445566']],
    'linear' => [['gradient' => ['kind' => 'linear', 'angle' => 45.5, 'stops' => [['ink' => '#000'], ['at' => 0.3, 'ink' => '#333'], ['at' => 1, 'ink' => '#111']]]]],
    'radial' => [['gradient' => ['kind' => 'radial', 'stops' => [['at' => 0, 'ink' => '#000'], ['at' => 1, 'ink' => '#111']]]]],
    'ground' => [['transparent' => true, 'padding' => 1.5, 'corner' => 3, 'border' => 0.25, 'border_ink' => '#909']],
    'icon' => [['mark' => ['icon' => 'comb', 'size' => 9, 'plate' => 'disc', 'beneath' => 'keep', 'ink' => '#B5470F']]],
    'letters' => [['mark' => ['text' => 'FB', 'size' => 5, 'padding' => 0]]],
    'outlines' => [['mark' => ['picture' => 'data:image/svg+xml;base64,'.base64_encode('<svg xmlns="http://www.w3.org/2000/svg" viewBox="-5 -5 10 10"><circle r="4" fill="rgb(200,30,0)"/></svg>')]]],
    'caption' => [['caption' => ['text' => "Heather honey\nbatch H26-07", 'layout' => 'plate', 'size' => 2.5, 'hri' => true, 'ink' => '#FFF'], 'ean' => '9520123456788']],
]);

it('names the key at fault and says what would do', function (array $values, string $field, string $words) {
    try {
        FinishFile::read($values, new MarkPictures);
    } catch (InvalidFinish $e) {
        expect($e->field)->toBe($field)->and($e->getMessage())->toContain($words);

        return;
    }
    $this->fail('It was taken.');
})->with([
    'unknown key' => [['colour' => '#000'], 'colour', 'shape'],
    'unknown key within' => [['mark' => ['icon' => 'comb', 'scale' => 2]], 'mark.scale', 'size'],
    'no colour' => [['ring_ink' => 'red'], 'ring_ink', 'six hexadecimal'],
    'no shape' => [['shape' => 'star'], 'shape', 'poured'],
    'no number' => [['padding' => 'wide'], 'padding', 'a number'],
    'endless number' => [['padding' => INF], 'padding', 'a number'],
    'half a module' => [['quiet' => 2.5], 'quiet', 'whole number'],
    'wide border' => [['border' => 9], 'border', '0 to 8'],
    'one stop' => [['gradient' => ['stops' => [['ink' => '#000']]]], 'gradient.stops', 'two to five'],
    'stop without ink' => [['gradient' => ['stops' => [['ink' => '#000'], ['at' => 1]]]], 'gradient.stops.1.ink', 'ink'],
    'stops out of order' => [['gradient' => ['stops' => [['at' => 0.5, 'ink' => '#000'], ['at' => 0.2, 'ink' => '#111']]]], 'gradient.stops', 'in order'],
    'whole turn' => [['gradient' => ['angle' => 360, 'stops' => [['ink' => '#000'], ['ink' => '#111']]]], 'gradient.angle', '359'],
    'two marks' => [['mark' => ['icon' => 'comb', 'text' => 'F']], 'mark', 'one of'],
    'no mark' => [['mark' => ['size' => 5]], 'mark', 'one of'],
    'unknown icon' => [['mark' => ['icon' => 'rocket']], 'mark.icon', 'comb'],
    'long letters' => [['mark' => ['text' => 'Fennmoor!']], 'mark.text', 'eight'],
    'padding eats the mark' => [['mark' => ['icon' => 'comb', 'size' => 3, 'padding' => 1.5]], 'mark.padding', '0 to 1.25'],
    'an address' => [['mark' => ['picture' => 'https://fennmoor.example/mark.png']], 'mark.picture', 'not fetched'],
    'no base64' => [['mark' => ['picture' => 'data:image/png;base64,***']], 'mark.picture', 'base64'],
    'empty caption lines' => [['caption' => ['text' => "a\nb\nc\nd\ne"]], 'caption.text', 'four lines'],
    'caption too small' => [['caption' => ['text' => 'a', 'size' => 0.5]], 'caption.size', '1 to 20'],
]);

it('describes itself by a schema that takes every choice', function () {
    $schema = FinishFile::schema();
    expect(array_keys($schema['properties']))->toContain('mark', 'caption', 'gradient')
        ->and($schema['properties']['shape']['enum'])->toBe(array_column(ModuleShape::cases(), 'value'))
        ->and($schema['properties']['ring']['enum'])->toBe(array_column(RingShape::cases(), 'value'))
        ->and($schema['properties']['centre']['enum'])->toBe(array_column(CentreShape::cases(), 'value'));
    // Whatever the reader knows the schema knows, and the other way round.
    $known = (new ReflectionClassConstant(FinishFile::class, 'KEYS'))->getValue();
    expect(array_keys($schema['properties']))->toEqualCanonicalizing($known);
});
