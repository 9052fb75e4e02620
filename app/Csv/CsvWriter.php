<?php

declare(strict_types=1);

namespace App\Csv;

use RuntimeException;

/** A table as text with commas and quotes (RFC 4180). */
final class CsvWriter
{
    /** What a spreadsheet would calculate when a cell begins with it; an apostrophe before it makes it a text. */
    private const FORMULA = '/^[=+\-@\t\r]/';

    /** @param  iterable<list<string|int|float|null>>  $rows */
    public static function text(iterable $rows): string
    {
        $stream = fopen('php://temp', 'w+');
        if ($stream === false) {
            throw new RuntimeException('There is no room for a temporary file.');
        }
        try {
            foreach ($rows as $row) {
                fputcsv($stream, array_map(static fn (string|int|float|null $cell): string|int|float|null => is_string($cell) && preg_match(self::FORMULA, $cell) === 1 ? "'$cell" : $cell, $row), ',', '"', '', "\r\n");
            }
            rewind($stream);

            return (string) stream_get_contents($stream);
        } finally {
            fclose($stream);
        }
    }
}
