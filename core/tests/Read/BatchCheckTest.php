<?php

declare(strict_types=1);

use KeenGlyph\Core\Read\BatchCheck;
use KeenGlyph\Core\Read\Expectation;

/** @return list<string> */
function verdictsOf(BatchCheck $check): array
{
    return array_map(static fn (Expectation $row): string => $row->verdict, $check->expectations);
}

it('matches each text with one symbol, in whatever picture it is', function () {
    $check = BatchCheck::of([['b'], ['a', 'c'], []], ['a', 'b', 'c']);
    expect(verdictsOf($check))->toBe(['match', 'match', 'match'])
        ->and(array_map(fn (Expectation $row) => $row->picture, $check->expectations))->toBe([1, 0, 1])
        ->and($check->unexpected)->toBe([])
        ->and($check->unread)->toBe([2]);
});

it('does not let one symbol stand for two texts', function () {
    expect(verdictsOf(BatchCheck::of([['twin']], ['twin', 'twin'])))->toBe(['match', 'missing'])
        ->and(verdictsOf(BatchCheck::of([['twin'], ['twin']], ['twin', 'twin'])))->toBe(['match', 'match']);
});

it('pairs what is most alike and says which characters differ', function () {
    $check = BatchCheck::of([['HIVE 17-8 / APIARY NORTH'], ['HIVE 1-A / APIARY NORTH']], ['HIVE 1-B / APIARY NORTH', 'HIVE 17-B / APIARY NORTH']);
    expect(verdictsOf($check))->toBe(['mismatch', 'mismatch'])
        ->and($check->expectations[0]->picture)->toBe(1)
        ->and($check->expectations[0]->differences)->toBe([['at' => 7, 'expected' => 'B', 'read' => 'A']])
        ->and($check->expectations[1]->differences)->toBe([['at' => 8, 'expected' => 'B', 'read' => '8']]);
});

it('counts characters, not bytes, and what one text has more', function () {
    $check = BatchCheck::of([['Blütenhonig 34']], ['Blütenhonig 340']);
    expect($check->expectations[0]->differences)->toBe([['at' => 14, 'expected' => '0', 'read' => '']]);
});

it('does not pair texts that have little in common', function () {
    $check = BatchCheck::of([['https://fennmoor.example/returns']], ['WIFI:T:WPA;S:Extracting House;;']);
    expect(verdictsOf($check))->toBe(['missing'])->and($check->unexpected)->toBe([[0, 'https://fennmoor.example/returns']]);
});

it('compares long texts by what they share at both ends', function () {
    $long = str_repeat('Fennmoor heather honey ', 60);
    $check = BatchCheck::of([[substr_replace($long, 'X', 700, 1)], [strrev($long)]], [$long]);
    expect(verdictsOf($check))->toBe(['mismatch'])->and($check->expectations[0]->picture)->toBe(0)
        ->and($check->expectations[0]->differences)->toHaveCount(1);
});

it('accounts for every symbol and every text, however they are mixed', function () {
    for ($round = 0; $round < 30; $round++) {
        $texts = array_map(fn (int $i) => "HIVE-$i-".bin2hex(random_bytes(2)), range(1, 12));
        $expected = array_slice($texts, 0, 9);
        $symbols = array_slice($texts, chance(0, 6));
        shuffle($symbols);
        $pictures = array_map(array_values(...), array_chunk($symbols, 3));
        $check = BatchCheck::of($pictures, $expected);
        $used = count(array_filter($check->expectations, fn (Expectation $row) => $row->picture !== null));
        expect(count($check->expectations))->toBe(9)->and($used + count($check->unexpected))->toBe(count($symbols));
        foreach ($check->expectations as $row) {
            expect($row->verdict === 'match')->toBe(in_array($row->expected, $symbols, true));
        }
    }
});
