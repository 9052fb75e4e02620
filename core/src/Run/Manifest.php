<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use RuntimeException;

/** What came of every row: for programs as JSON, for spreadsheets and mail merges as CSV beside the row's own cells. */
final class Manifest
{
    /** What a spreadsheet would calculate when a cell begins with it. */
    private const FORMULA = '/^[=+\-@\t\r]/';

    /**
     * @param  iterable<array<string, mixed>>  $rows
     * @param  resource  $stream
     *
     * @throws RuntimeException when there is no room for it
     */
    public static function json(iterable $rows, $stream): void
    {
        self::write($stream, '{"made_at":'.json_encode(gmdate('Y-m-d\TH:i:s\Z')).',"rows":[');
        $between = '';
        foreach ($rows as $row) {
            self::write($stream, $between.json_encode($row, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE));
            $between = ',';
        }
        self::write($stream, "]}\n");
    }

    /**
     * @param  iterable<array{array<string, mixed>, list<string>}>  $rows  each with its own cells
     * @param  list<string>  $columns
     * @param  resource  $stream
     *
     * @throws RuntimeException when there is no room for it
     */
    public static function csv(iterable $rows, array $columns, $stream): void
    {
        self::write($stream, "\xEF\xBB\xBF");
        self::line($stream, [...$columns, 'picture', 'says', 'symbol', 'sha256', 'problem']);
        foreach ($rows as [$row, $cells]) {
            $of = static fn (string $name): string => is_scalar($row[$name] ?? null) ? (string) $row[$name] : '';
            self::line($stream, [...$cells, $of('file'), $of('text'), $of('symbol'), $of('sha256'), $of('problem')]);
        }
    }

    /** @param  resource  $stream */
    private static function write($stream, string $bytes): void
    {
        if (@fwrite($stream, $bytes) !== strlen($bytes)) {
            throw new RuntimeException('There is no room for the list of what was made.');
        }
    }

    /**
     * @param  resource  $stream
     * @param  list<string>  $cells
     */
    private static function line($stream, array $cells): void
    {
        $safe = array_map(static fn (string $cell): string => preg_match(self::FORMULA, $cell) === 1 ? "'$cell" : $cell, $cells);
        @fputcsv($stream, $safe, ',', '"', '', "\r\n") !== false || throw new RuntimeException('There is no room for the list of what was made.');
    }
}
