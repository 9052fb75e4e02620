<?php

declare(strict_types=1);

use KeenGlyph\Core\Read\TextDifferences;

it('finds the differences that the pages find too', function (string $expected, string $read, array $differences) {
    expect(TextDifferences::between($expected, $read))->toBe($differences);
})->with(fn () => array_combine(
    array_column($cases = json_decode((string) file_get_contents(__DIR__.'/../../../tests/fixtures/differences.json'), true), 'why'),
    array_map(fn (array $case) => [$case['expected'], $case['read'], $case['differences']], $cases),
));

it('says what to change: applied, the differences turn one text into the other', function () {
    for ($round = 0; $round < 200; $round++) {
        $expected = implode('', array_map(fn () => ['a', 'b', 'é', '🐝', ' '][chance(0, 4)], range(0, chance(0, 30))));
        $read = implode('', array_map(fn (string $c) => chance(0, 9) > 1 ? $c : ['', 'x', $c.$c][chance(0, 2)], mb_str_split($expected)));
        $made = mb_str_split($expected);
        foreach (array_reverse(TextDifferences::between($expected, $read)) as $change) {
            expect(implode('', array_slice($made, $change['at'], mb_strlen($change['expected']))))->toBe($change['expected']);
            array_splice($made, $change['at'], mb_strlen($change['expected']), mb_str_split($change['read']));
        }
        expect(implode('', $made))->toBe($read);
    }
});

it('tells long texts apart in a moment, as one change', function () {
    $differences = TextDifferences::between(str_repeat('abc', 2000), strrev(str_repeat('abd', 2000)));
    expect($differences)->toHaveCount(1)->and($differences[0]['at'])->toBe(0);
});
