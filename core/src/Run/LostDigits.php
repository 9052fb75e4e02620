<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

/** Signs that a spreadsheet took codes for numbers before the file was saved: what is lost there nobody can bring back here. */
final class LostDigits
{
    /** Rows of a sign that are named. */
    private const NAMED = 20;

    /** Digits that a spreadsheet's number keeps (IEEE 754, 15 of them). */
    private const KEPT = 15;

    /** Share of a column's values that are as long as most, for shorter ones to be suspicious. */
    private const MOST = 0.5;

    /** @return list<array{column: string, sign: string, count: int, rows: list<int>, message: string}> */
    public static function of(Table $table): array
    {
        $found = [];
        foreach ($table->columns as $i => $column) {
            $values = [];
            foreach ($table->rows as $number => $row) {
                // Signs are in numbers alone; of what else is there its being there counts.
                $value = trim($row[$i]);
                $values[$number] = preg_match('/^[\d.,Ee+]{1,40}$/D', $value) === 1 ? $value : ($value === '' ? '' : '-');
            }
            foreach (self::signs($values) as $sign => [$rows, $message]) {
                if ($rows !== []) {
                    $found[] = ['column' => $column, 'sign' => $sign, 'count' => count($rows), 'rows' => array_slice($rows, 0, self::NAMED), 'message' => $message];
                }
            }
        }

        return $found;
    }

    /**
     * @param  array<int, string>  $values  by row
     * @return array<string, array{list<int>, string}>
     */
    private static function signs(array $values): array
    {
        $rows = static fn (callable $is): array => array_keys(array_filter($values, $is));

        return [
            'scientific' => [$rows(static fn (string $value): bool => preg_match('/^\d(?:[.,]\d+)?[Ee]\+?\d{1,2}$/D', $value) === 1), 'A long number was written as a power of ten, and its last digits are gone. Take the file again with this column as text.'],
            'rounded' => [self::rounded($values), 'A number of more than fifteen digits ends in zeros, as a spreadsheet rounds it. Take the file again with this column as text.'],
            'zeros' => [self::stripped($values), 'Some numbers are shorter than the others: zeros before them seem to be gone. Take the file again with this column as text, or fill them up (pad:13 and the like).'],
            'decimal' => [$rows(static fn (string $value): bool => preg_match('/^\d{3,}[.,]0+$/D', $value) === 1), 'A code was written as a number with decimals. Take the file again with this column as text.'],
        ];
    }

    /**
     * @param  array<int, string>  $values
     * @return list<int>
     */
    private static function rounded(array $values): array
    {
        $long = array_filter($values, static fn (string $value): bool => preg_match('/^\d{16,40}$/D', $value) === 1);
        $ending = array_filter($long, static fn (string $value): bool => trim(substr($value, self::KEPT), '0') === '');

        // One in ten ends in a zero by chance; all of them do not.
        return count($ending) >= max(1, 0.5 * count($long)) ? array_keys($ending) : [];
    }

    /**
     * @param  array<int, string>  $values
     * @return list<int>
     */
    private static function stripped(array $values): array
    {
        $numbers = array_filter($values, static fn (string $value): bool => preg_match('/^\d{1,40}$/D', $value) === 1);
        $filled = array_filter($values, static fn (string $value): bool => $value !== '');
        if (count($numbers) < 2 || count($numbers) < 0.9 * count($filled)) {
            return [];
        }
        $lengths = array_count_values(array_map(strlen(...), $numbers));
        arsort($lengths);
        $usual = (int) array_key_first($lengths);
        // Counting goes through all lengths; a code has one.
        if ($usual < 5 || $lengths[$usual] < self::MOST * count($numbers) || max(array_keys($lengths)) > $usual) {
            return [];
        }

        return array_keys(array_filter($numbers, static fn (string $value): bool => strlen($value) < $usual));
    }
}
