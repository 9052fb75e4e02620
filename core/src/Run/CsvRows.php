<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use RuntimeException;

/** Rows of a table as spreadsheets write it (RFC 4180), with line breaks within quotes. */
final class CsvRows
{
    /** Lines that are looked at, and cells of one: more is no table. */
    private const LINES = 1_000_000;

    private const CELLS = 10_000;

    /**
     * @return iterable<int, list<string>> by the number of the row from 1; rows of nothing are left out, and count
     *
     * @throws InvalidRun when it has more lines or cells than any table
     */
    public static function of(string $text, string $delimiter): iterable
    {
        self::demandTable($text, $delimiter);
        $stream = fopen('php://temp/maxmemory:1048576', 'w+');
        if ($stream === false) {
            throw new RuntimeException('There is no room for a temporary file.');
        }
        try {
            fwrite($stream, $text);
            rewind($stream);
            for ($number = 1; ($cells = fgetcsv($stream, null, $delimiter, '"', '')) !== false; $number++) {
                $row = array_map(strval(...), $cells);
                if (trim(implode('', $row)) !== '') {
                    yield $number => $row;
                }
            }
        } finally {
            fclose($stream);
        }
    }

    /** Before a row of millions of cells takes all the memory there is. */
    private static function demandTable(string $text, string $delimiter): void
    {
        if (substr_count($text, "\n") > self::LINES) {
            throw new InvalidRun('The table has more than '.number_format(self::LINES).' lines.');
        }
        for ($from = 0, $length = strlen($text); $from < $length; $from = $end + 1) {
            $end = strpos($text, "\n", $from);
            $end = $end === false ? $length : $end;
            if ($end - $from > self::CELLS && substr_count($text, $delimiter, $from, $end - $from) > self::CELLS) {
                throw new InvalidRun('A row has more than '.number_format(self::CELLS).' cells. Choose another delimiter, or look whether this is a table.');
            }
        }
    }
}
