<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

/** Rows of values by the names of their columns, from whatever somebody has. Values stay text: nothing is rounded here. */
final readonly class Table
{
    /** Rows of one run. */
    public const MOST = 100_000;

    private const COLUMNS = 200;

    /** Of the numbers of a series, so that none is rounded. */
    private const LARGEST = 1_000_000_000_000_000;

    /** Cells of one table, whatever its shape: more would not fit into a worker's memory. */
    private const CELLS = 2_000_000;

    /**
     * @param  list<string>  $columns
     * @param  Spool<list<string>>  $rows  by their number in the source, from 1
     * @param  ?TableForm  $form  null where the source says its form itself
     * @param  array<int, string>  $cautions  by row
     */
    private function __construct(public array $columns, public Spool $rows, public ?TableForm $form, public array $cautions)
    {
    }

    /**
     * @param  list<string>  $names  columns that a template asks for
     *
     * @throws InvalidRun
     */
    public static function csv(string $bytes, ?TableForm $form = null, array $names = []): self
    {
        if (trim($bytes) === '') {
            throw new InvalidRun('The table is empty.');
        }
        $form ??= TableForm::guess($bytes, $names);
        $text = TableForm::text($bytes, $form->encoding);
        self::demandText($text);
        $columns = null;
        /** @var Spool<list<string>> $rows */
        $rows = new Spool;
        $cautions = [];
        foreach (CsvRows::of($text, $form->delimiter) as $number => $row) {
            if ($columns === null) {
                $columns = self::columns($row, $form->hasHeader);
                if ($form->hasHeader) {
                    continue;
                }
            }
            if (count($row) > count($columns) && trim(implode('', array_slice($row, count($columns)))) !== '') {
                $cautions[$number] = 'It has more cells than there are columns; the rest is left out. A delimiter in a value needs quotes around it.';
            }
            $rows->put($number, array_slice(array_pad($row, count($columns), ''), 0, count($columns)));
            if (count($rows) > self::MOST || count($rows) * count($columns) > self::CELLS) {
                throw new InvalidRun(count($rows) > self::MOST ? 'A run has at most '.number_format(self::MOST).' rows. Make several tables of it.' : 'A table has at most '.number_format(self::CELLS).' cells. Leave out columns that are not needed.');
            }
        }

        return new self($columns ?? [], $rows, $form, $cautions);
    }

    /**
     * A list of objects, or of texts in a column named text.
     *
     * @throws InvalidRun
     */
    public static function json(string $bytes): self
    {
        $list = json_decode($bytes, true, 8, JSON_BIGINT_AS_STRING);
        if (! is_array($list) || ! array_is_list($list)) {
            throw new InvalidRun('This is no list in JSON'.(json_last_error() === JSON_ERROR_NONE ? '' : ': '.json_last_error_msg()).'.');
        }

        return self::of(array_map(static fn (mixed $row): array => is_array($row) ? array_map(self::written(...), $row) : ['text' => self::written($row)], $list));
    }

    /**
     * @param  list<array<array-key, string>>  $list  values by column
     *
     * @throws InvalidRun
     */
    public static function of(array $list): self
    {
        if (count($list) > self::MOST) {
            throw new InvalidRun('A run has at most '.number_format(self::MOST).' rows. Make several tables of it.');
        }
        $columns = [];
        foreach ($list as $row) {
            $columns += $row;
        }
        $columns = array_map(strval(...), array_keys($columns));
        if (count($columns) > self::COLUMNS || count($columns) * count($list) > self::CELLS) {
            throw new InvalidRun('A table has at most '.self::COLUMNS.' columns and '.number_format(self::CELLS).' cells.');
        }
        /** @var Spool<list<string>> $rows */
        $rows = new Spool;
        foreach ($list as $i => $row) {
            self::demandText(implode('', [...array_keys($row), ...array_values($row)]));
            $rows->put($i + 1, array_map(static fn (string $column): string => $row[$column] ?? '', $columns));
        }

        return new self($columns, $rows, null, []);
    }

    /**
     * A table as it was kept.
     *
     * @param  list<string>  $columns
     * @param  iterable<int, list<string>>  $rows  by number
     * @param  array<int, string>  $cautions  by row
     */
    public static function kept(array $columns, iterable $rows, ?TableForm $form = null, array $cautions = []): self
    {
        return new self($columns, Spool::of($rows), $form, $cautions);
    }

    /**
     * Numbers in a row, with what stands before them.
     *
     * @param  int  $digits  fewest of each number, zeros before it
     * @param  bool  $withCheck  whether a check digit of GS1 (General Specifications 7.9) is put behind
     *
     * @throws InvalidRun
     */
    public static function series(string $prefix, int $from, int $to, int $step = 1, int $digits = 1, bool $withCheck = false): self
    {
        if (max(abs($from), abs($to)) > self::LARGEST || $step < 1 || $to < $from || intdiv($to - $from, max(1, $step)) >= self::MOST || $digits < 1 || $digits > 30) {
            throw new InvalidRun('A series goes up from its first number to its last by 1 or more, with 1 to 30 digits, at most '.number_format(self::MOST).' of them.');
        }
        /** @var Spool<list<string>> $rows */
        $rows = new Spool;
        for ($number = $from; $number <= $to; $number += $step) {
            $text = $prefix.str_pad((string) $number, $digits, '0', STR_PAD_LEFT);
            $rows->put(count($rows) + 1, [$withCheck ? $text.self::checkDigit($text) : $text]);
        }

        return new self(['number'], $rows, null, []);
    }

    /**
     * The same with cells mended and rows left out.
     *
     * @param  array<array-key, mixed>  $changes  values by column, by row
     * @param  list<int>  $without  rows
     *
     * @throws InvalidRun when there is no such row or column
     */
    public function changed(array $changes, array $without = []): self
    {
        $places = array_flip($this->columns);
        $mended = [];
        foreach ($changes as $number => $cells) {
            if (! is_int($number) || ! $this->rows->has($number) || ! is_array($cells)) {
                throw new InvalidRun("There is no row $number to be changed.");
            }
            $row = $this->rows->at($number);
            foreach ($cells as $column => $value) {
                if (! isset($places[$column]) || ! is_string($value) || ! mb_check_encoding($value, 'UTF-8')) {
                    throw new InvalidRun("A change of row $number names a column and gives it a text; there is no column “{$column}”, or its value is no text.");
                }
                $row[$places[$column]] = $value;
            }
            $mended[$number] = array_values($row);
        }
        $out = array_flip($without);
        $rows = (function () use ($mended, $out): iterable {
            foreach ($this->rows as $number => $row) {
                if (! isset($out[$number])) {
                    yield $number => $mended[$number] ?? $row;
                }
            }
        })();

        return new self($this->columns, Spool::of($rows), $this->form, array_diff_key($this->cautions, $out));
    }

    /** @return array<string, string> values by column */
    public function row(int $number): array
    {
        return array_combine($this->columns, $this->rows->at($number));
    }

    /** @throws InvalidRun for the character at which many programs, and the database, end a text */
    private static function demandText(string $text): void
    {
        if (str_contains($text, "\0")) {
            throw new InvalidRun('The table holds the character U+0000, which is in no text. Look whether its encoding is the right one.');
        }
    }

    private static function checkDigit(string $text): string
    {
        $digits = (string) preg_replace('/\D/', '', $text);
        $sum = 0;
        foreach (array_reverse(str_split($digits)) as $i => $digit) {
            $sum += (int) $digit * ($i % 2 === 0 ? 3 : 1);
        }

        return (string) ((10 - $sum % 10) % 10);
    }

    private static function written(mixed $value): string
    {
        return match (true) {
            is_string($value) => $value,
            is_bool($value) => $value ? 'true' : 'false',
            is_int($value) => (string) $value,
            is_float($value) => (string) json_encode($value),
            default => '',
        };
    }

    /**
     * @param  list<string>  $first
     * @return list<string> each once
     *
     * @throws InvalidRun
     */
    private static function columns(array $first, bool $hasHeader): array
    {
        if (count($first) > self::COLUMNS) {
            throw new InvalidRun('A table has at most '.self::COLUMNS.' columns.');
        }
        $columns = [];
        foreach ($first as $i => $cell) {
            $name = $hasHeader ? trim($cell) : '';
            $name = $name === '' ? 'column'.($i + 1) : $name;
            $columns[] = in_array($name, $columns, true) ? $name.' '.($i + 1) : $name;
        }

        return $columns;
    }
}
