<?php

declare(strict_types=1);

use App\Csv\CsvReader;
use App\Csv\CsvWriter;

it('reads what people paste', function (string $text, array $rows) {
    expect(iterator_to_array(CsvReader::rows($text)))->toBe($rows);
})->with([
    'commas' => ["A1,Maud\nA2,Tom", [1 => ['A1', 'Maud'], 2 => ['A2', 'Tom']]],
    'semicolons, for names with commas' => ["A1;\"Moss, Maud\"\nA2;Tom", [1 => ['A1', 'Moss, Maud'], 2 => ['A2', 'Tom']]],
    'tabs, as a spreadsheet copies them' => ["A1\tMaud\r\nA2\tTom\r\n", [1 => ['A1', 'Maud'], 2 => ['A2', 'Tom']]],
    'a line break within quotes' => ["\"A1\nsecond line\",Maud\nA2,Tom", [1 => ["A1\nsecond line", 'Maud'], 2 => ['A2', 'Tom']]],
    'a quote within quotes' => ['A1,"Maud ""Bee"" Moss"', [1 => ['A1', 'Maud "Bee" Moss']]],
    'a byte order mark' => ["\xEF\xBB\xBFcode,name\nA1,Maud", [1 => ['code', 'name'], 2 => ['A1', 'Maud']]],
    'empty rows keep their number' => ["A1\n\n\nA2", [1 => ['A1'], 4 => ['A2']]],
    'line breaks of an old computer' => ["A1\rA2", [1 => ['A1'], 2 => ['A2']]],
    'backslashes' => ["A\\1,\"B\\\"\nA2,x", [1 => ['A\\1', 'B\\'], 2 => ['A2', 'x']]],
    'nothing' => ['', []],
]);

it('writes what it reads back', function () {
    $rows = [['row', 'text']];
    for ($i = 0; $i < 200; $i++) {
        $rows[] = ["row $i", implode('', array_map(fn () => [',', ';', '"', "\n", 'a', 'é', ' b', '\\'][random_int(0, 7)], range(0, random_int(0, 8)))).'.'];
    }
    $trimmed = array_map(fn (array $row) => array_map(trim(...), $row), $rows);
    expect(array_values(iterator_to_array(CsvReader::rows(CsvWriter::text($rows)))))->toBe($trimmed);
});

it('lets no spreadsheet calculate what somebody entered', function (string $cell) {
    expect(CsvWriter::text([[$cell]]))->toStartWith(str_contains($cell, ',') || str_contains($cell, '"') || str_contains($cell, "\t") ? "\"'" : "'");
})->with(['=1+1', '+1', '-1', '@SUM(A1)', '=HYPERLINK("https://evil.example","x")']);
