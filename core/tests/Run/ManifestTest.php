<?php

declare(strict_types=1);

use KeenGlyph\Core\Run\CsvRows;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\Manifest;

/** What is written to a stream. @param  callable(resource): void  $write */
function writtenBy(callable $write): string
{
    $stream = fopen('php://memory', 'w+b');
    $write($stream);
    rewind($stream);

    return (string) stream_get_contents($stream);
}

/** A cell of anything that a table may hold. */
function cell(): string
{
    $letters = ['a', 'Z', '0', ' ', ',', ';', "\t", '"', '""', "\n", "\r\n", 'ß', '蜂', '🐝', '=', '-', '|', '\\', "'"];
    $cell = '';
    for ($i = chance(0, 12); $i > 0; $i--) {
        $cell .= $letters[chance(0, count($letters) - 1)];
    }

    return $cell;
}

it('reads every cell as it was written, whatever stands in it', function (string $delimiter): void {
    for ($i = 0; $i < 60; $i++) {
        $rows = [];
        for ($row = 1, $most = chance(1, 12); $row <= $most; $row++) {
            $rows[$row] = array_map(fn (): string => cell(), range(1, 4));
        }
        $text = writtenBy(function ($stream) use ($rows, $delimiter): void {
            foreach ($rows as $row) {
                fputcsv($stream, $row, $delimiter, '"', '');
            }
        });
        $filled = array_filter($rows, fn (array $row): bool => trim(implode('', $row)) !== '');
        expect(iterator_to_array(CsvRows::of($text, $delimiter)))->toBe($filled);
    }
})->with([',', ';', "\t", '|']);

it('refuses what is no table before it fills the memory', function (string $text, string $words): void {
    expect(fn () => iterator_to_array(CsvRows::of($text, ',')))->toThrow(InvalidRun::class, $words);
})->with([
    'a million empty lines' => [str_repeat("\n", 1_000_001), 'more than 1,000,000 lines'],
    'a row of many cells' => ["a,b\n".str_repeat(',', 10_001)."\n", 'more than 10,000 cells'],
]);

it('says of every row what came of it, with its own cells and nothing that a spreadsheet would calculate', function (): void {
    $rows = [
        [['row' => 2, 'text' => 'https://fennmoor.example/p/0123', 'file' => '0123.svg', 'symbol' => '3-M', 'sha256' => str_repeat('a', 64), 'problem' => null], ['0123', '=1+1', 'Heather, soft']],
        [['row' => 3, 'text' => '', 'file' => null, 'symbol' => null, 'sha256' => null, 'problem' => 'The cell of “sku” is empty.'], ['', '@SUM(A1)', "two\nlines"]],
    ];
    $csv = writtenBy(fn ($stream) => Manifest::csv($rows, ['sku', 'note', 'name'], $stream));
    expect(substr($csv, 0, 3))->toBe("\xEF\xBB\xBF")->and(iterator_to_array(CsvRows::of(substr($csv, 3), ',')))->toBe([
        1 => ['sku', 'note', 'name', 'picture', 'says', 'symbol', 'sha256', 'problem'],
        2 => ['0123', "'=1+1", 'Heather, soft', '0123.svg', 'https://fennmoor.example/p/0123', '3-M', str_repeat('a', 64), ''],
        3 => ['', "'@SUM(A1)", "two\nlines", '', '', '', '', 'The cell of “sku” is empty.'],
    ]);
    $json = json_decode(writtenBy(fn ($stream) => Manifest::json(array_column($rows, 0), $stream)), true, flags: JSON_THROW_ON_ERROR);
    expect($json['rows'])->toBe(array_column($rows, 0))->and($json['made_at'])->toMatch('/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ$/')
        ->and(json_decode(writtenBy(fn ($stream) => Manifest::json([], $stream)), true)['rows'])->toBe([]);
});
