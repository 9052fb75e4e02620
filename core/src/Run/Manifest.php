<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

/** What came of every row: for programs as JSON, for spreadsheets and mail merges as CSV beside the row's own cells. */
final class Manifest
{
    /** What a spreadsheet would calculate when a cell begins with it. */
    private const FORMULA = '/^[=+\-@\t\r]/';

    /** @param  list<array<string, mixed>>  $rows */
    public static function json(array $rows): string
    {
        return json_encode(['made_at' => gmdate('Y-m-d\TH:i:s\Z'), 'rows' => $rows], JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE)."\n";
    }

    /** @param  list<array<string, mixed>>  $rows */
    public static function csv(array $rows, Table $table): string
    {
        $stream = fopen('php://temp/maxmemory:67108864', 'w+');
        assert($stream !== false);
        fwrite($stream, "\xEF\xBB\xBF");
        self::line($stream, [...$table->columns, 'picture', 'says', 'symbol', 'sha256', 'problem']);
        foreach ($rows as $row) {
            $of = static fn (string $name): string => is_scalar($row[$name] ?? null) ? (string) $row[$name] : '';
            self::line($stream, [...$table->rows[(int) $of('row')] ?? [], $of('file'), $of('text'), $of('symbol'), $of('sha256'), $of('problem')]);
        }
        rewind($stream);

        return (string) stream_get_contents($stream);
    }

    /**
     * @param  resource  $stream
     * @param  list<string>  $cells
     */
    private static function line($stream, array $cells): void
    {
        fputcsv($stream, array_map(static fn (string $cell): string => preg_match(self::FORMULA, $cell) === 1 ? "'$cell" : $cell, $cells), ',', '"', '', "\r\n");
    }
}
