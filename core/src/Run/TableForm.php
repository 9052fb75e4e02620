<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

/** How a table's text is to be taken: guessed, shown, and open to correction. */
final readonly class TableForm
{
    public const ENCODINGS = ['UTF-8', 'UTF-16LE', 'UTF-16BE', 'Windows-1252'];

    public const DELIMITERS = ['comma' => ',', 'semicolon' => ';', 'tab' => "\t", 'bar' => '|'];

    /**
     * @param  'UTF-8'|'UTF-16LE'|'UTF-16BE'|'Windows-1252'  $encoding
     * @param  ','|';'|"\t"|'|'  $delimiter
     */
    public function __construct(public string $encoding, public string $delimiter, public bool $hasHeader)
    {
    }

    /**
     * By the byte order mark and what decodes; by what the first lines are divided by evenly; by whether the first row looks
     * like names.
     *
     * @param  list<string>  $names  columns that are asked for: a first row that has one of them is a header
     */
    public static function guess(string $bytes, array $names = []): self
    {
        $encoding = match (true) {
            str_starts_with($bytes, "\xFF\xFE") => 'UTF-16LE',
            str_starts_with($bytes, "\xFE\xFF") => 'UTF-16BE',
            // Every other byte is nothing where letters of the Latin script take two.
            substr_count(substr($bytes, 0, 400), "\0") > strlen(substr($bytes, 0, 400)) / 3 => ($bytes[1] ?? '') === "\0" ? 'UTF-16LE' : 'UTF-16BE',
            mb_check_encoding($bytes, 'UTF-8') => 'UTF-8',
            default => 'Windows-1252',
        };
        $text = substr(self::text($bytes, $encoding, 200_000), 0, 100_000);
        $delimiter = self::delimiter($text);
        $rows = array_slice(self::firstRows($text, $delimiter), 0, 20);

        return new self($encoding, $delimiter, self::looksLikeHeader($rows, $names));
    }

    /** @param  ?int  $most  bytes that are looked at; null for all */
    public static function text(string $bytes, string $encoding, ?int $most = null): string
    {
        $bytes = $most === null ? $bytes : substr($bytes, 0, $most - $most % 2);
        $text = $encoding === 'UTF-8' ? $bytes : (string) mb_convert_encoding($bytes, 'UTF-8', $encoding);
        $text = str_starts_with($text, "\xEF\xBB\xBF") ? substr($text, 3) : $text;

        return (string) preg_replace('/\r(?!\n)/', "\n", $text);
    }

    /** @return ','|';'|"\t"|'|' */
    private static function delimiter(string $text): string
    {
        // What stands in quotes divides nothing.
        $bare = array_slice(array_filter(explode("\n", (string) preg_replace('/"(?:[^"]|"")*"/', '""', $text)), static fn (string $line): bool => trim($line) !== ''), 0, 30);
        $best = [',', 0.0];
        foreach (self::DELIMITERS as $mark) {
            $counts = array_map(static fn (string $line): int => substr_count($line, $mark), $bare);
            $most = $counts === [] ? 0 : max($counts);
            // As often in each line is worth more than often in some.
            $even = $most === 0 ? 0.0 : count(array_filter($counts, static fn (int $count): bool => $count === $counts[array_key_first($counts)])) / count($counts) * ($counts[array_key_first($counts)] > 0 ? 1 : 0.1) + $most / 1000;
            $best = $even > $best[1] ? [$mark, $even] : $best;
        }

        return $best[0];
    }

    /** @return list<list<string>> */
    private static function firstRows(string $text, string $delimiter): array
    {
        $rows = [];
        foreach (CsvRows::of($text, $delimiter) as $row) {
            $rows[] = $row;
            if (count($rows) >= 20) {
                break;
            }
        }

        return $rows;
    }

    /**
     * @param  list<list<string>>  $rows
     * @param  list<string>  $names
     */
    private static function looksLikeHeader(array $rows, array $names): bool
    {
        $first = array_map(static fn (string $cell): string => mb_strtolower(trim($cell)), $rows[0] ?? []);
        if (array_intersect($first, array_map(mb_strtolower(...), $names)) !== []) {
            return true;
        }
        if ($first === [] || count($rows) < 2 || in_array('', $first, true) || count(array_unique($first)) < count($first)) {
            return false;
        }
        foreach ($first as $cell) {
            if (preg_match('/^[\p{L}_][\p{L}\p{N}_ .()\/-]{0,60}$/u', $cell) !== 1 || preg_match('#://|@#', $cell) === 1) {
                return false;
            }
        }
        // Names are like no row below: digits in a column whose head has none, or cells of another length.
        foreach ($first as $i => $cell) {
            $below = array_filter(array_map(static fn (array $row): string => $row[$i] ?? '', array_slice($rows, 1)), static fn (string $one): bool => $one !== '');
            if ($below !== [] && count(array_filter($below, static fn (string $one): bool => preg_match('/\d/', $one) === 1)) === count($below) && preg_match('/\d/', $cell) !== 1) {
                return true;
            }
        }

        return in_array($first[0], ['sku', 'code', 'text', 'name', 'url', 'link', 'gtin', 'id', 'serial', 'number'], true);
    }
}
