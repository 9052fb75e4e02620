<?php

declare(strict_types=1);

namespace App\Runs;

use KeenGlyph\Core\Run\Table;
use KeenGlyph\Core\Run\TableForm;
use RuntimeException;

/** A table on its way to a worker: a line of JSON for its columns and its form, and one for each row. */
final class KeptTable
{
    public static function put(string $path, Table $table): void
    {
        $file = tmpfile() ?: throw new RuntimeException('There is no room for a temporary file.');
        $write = static function (mixed $line) use ($file): void {
            $bytes = json_encode($line, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE | JSON_UNESCAPED_UNICODE)."\n";
            fwrite($file, $bytes) === strlen($bytes) || throw new RuntimeException('There is no room for a temporary file.');
        };
        $form = $table->form;
        $write(['columns' => $table->columns, 'form' => $form === null ? null : [$form->encoding, $form->delimiter, $form->hasHeader]]);
        foreach ($table->rows as $number => $cells) {
            $write([$number, $cells]);
        }
        rewind($file);
        RunStore::disk()->put($path, $file);
    }

    /** @throws RuntimeException when it is gone */
    public static function take(string $path): Table
    {
        $stream = RunStore::disk()->readStream($path) ?? throw new RuntimeException('The table is gone.');
        /** @var array{columns: list<string>, form: ?array{'UTF-8'|'UTF-16LE'|'UTF-16BE'|'Windows-1252', ','|';'|"\t"|'|', bool}} $head */
        $head = json_decode((string) fgets($stream), true, 8, JSON_THROW_ON_ERROR);
        $rows = (static function () use ($stream): iterable {
            while (($line = fgets($stream)) !== false) {
                /** @var array{int, list<string>} $row */
                $row = json_decode($line, true, 8, JSON_THROW_ON_ERROR);
                yield $row[0] => $row[1];
            }
        })();

        return Table::kept($head['columns'], $rows, $head['form'] === null ? null : new TableForm(...$head['form']));
    }
}
