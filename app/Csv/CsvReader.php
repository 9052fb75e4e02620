<?php

declare(strict_types=1);

namespace App\Csv;

use RuntimeException;

/** Rows of a table as spreadsheets and people write it (RFC 4180): commas, semicolons or tabs, and line breaks within quotes. */
final class CsvReader
{
    private const BYTE_ORDER_MARK = "\xEF\xBB\xBF";

    /**
     * @return iterable<int, list<string>> cells without the spaces around them, by the number of their row from 1; empty rows are left out
     */
    public static function rows(string $text): iterable
    {
        if (str_starts_with($text, self::BYTE_ORDER_MARK)) {
            $text = substr($text, strlen(self::BYTE_ORDER_MARK));
        }
        // PHP's reader knows these two line breaks; the third is an old computer's.
        $text = (string) preg_replace('/\r(?!\n)/', "\n", $text);
        $separator = self::separator($text);
        $stream = fopen('php://temp', 'w+');
        if ($stream === false) {
            throw new RuntimeException('There is no room for a temporary file.');
        }
        try {
            fwrite($stream, $text);
            rewind($stream);
            for ($number = 1; ($cells = fgetcsv($stream, null, $separator, '"', '')) !== false; $number++) {
                $row = array_map(static fn (?string $cell): string => trim((string) $cell), $cells);
                if ($row !== ['']) {
                    yield $number => $row;
                }
            }
        } finally {
            fclose($stream);
        }
    }

    /** The one that the first line has most of, outside quotes. */
    private static function separator(string $text): string
    {
        $end = strpos($text, "\n");
        $first = (string) preg_replace('/"[^"]*+(?:"|$)/', '', $end === false ? $text : substr($text, 0, $end));

        return match (true) {
            substr_count($first, "\t") > 0 => "\t",
            substr_count($first, ';') > substr_count($first, ',') => ';',
            default => ',',
        };
    }
}
