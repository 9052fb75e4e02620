<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Linear\Code128Table;

/** Code 128 and GS1-128: ISO/IEC 15417. */
final class Code128Decoder implements BarDecoder
{
    private const MAX = 170;

    /** Characters after which a symbol seems to have begun. */
    private const BEGUN = 3;

    /** @var ?array<array-key, int> value by widths, a decimal digit each */
    private static ?array $values = null;

    public function decode(array $runs, int $at): BarText|false|null
    {
        // Every start character is 211 and three more, its quiet zone ten modules.
        if (! isset($runs[$at + 5]) || $runs[$at] < 1.2 * $runs[$at + 1] || $runs[$at - 1] < 1.6 * $runs[$at]) {
            return null;
        }
        // Widths that are nearer to others than 2, 1 and 1 of eleven are no start, whichever way they are rounded.
        $module = ($runs[$at] + $runs[$at + 1] + $runs[$at + 2] + $runs[$at + 3] + $runs[$at + 4] + $runs[$at + 5]) / 11;
        if ($runs[$at] < 1.25 * $module || $runs[$at] > 2.75 * $module || $runs[$at + 1] > 1.75 * $module || $runs[$at + 2] > 1.75 * $module) {
            return null;
        }
        $values = [];
        self::$values ??= array_flip(Code128Table::WIDTHS);
        for ($place = $at; count($values) < self::MAX; $place += 6) {
            $value = self::$values[BarWidths::digits($runs, $place, 6, 11) ?? 0] ?? null;
            if ($value === null) {
                $stop = self::$values[BarWidths::digits($runs, $place, 7, 13) ?? 0] ?? null;
                $module = array_sum(array_slice($runs, $place, 7)) / 13;

                return $stop === Code128Table::STOP && $runs[$at - 1] >= BarWidths::QUIET * $module && ($runs[$place + 7] ?? PHP_INT_MAX) >= BarWidths::QUIET * $module
                    && BarWidths::areEven($runs, $at, count($values), 6) ? self::text($values, $place + 7 - $at) ?? false : (count($values) < self::BEGUN ? null : false);
            }
            if ($values === [] && $value < Code128Table::START_A) {
                return null;
            }
            $values[] = $value;
        }

        return false;
    }

    /** @param  list<int>  $values  with start and check character */
    private static function text(array $values, int $runs): ?BarText
    {
        $check = array_pop($values);
        if (count($values) < 2) {
            return null;
        }
        $sum = $values[0];
        foreach ($values as $place => $value) {
            $sum += $place * $value;
        }
        if ($sum % 103 !== $check) {
            return null;
        }
        $modules = 11 * (count($values) + 1) + 13;
        $set = ['A', 'B', 'C'][max(0, min(2, array_shift($values) - Code128Table::START_A))];
        $gs1 = $values[0] === Code128Table::FNC1;
        if ($gs1) {
            array_shift($values);
        }
        $text = '';
        $shifted = null;
        foreach ($values as $value) {
            $now = $shifted ?? $set;
            $shifted = null;
            match (true) {
                $value === Code128Table::FNC1 => $text .= "\x1D",
                $now === 'C' && $value < 100 => $text .= sprintf('%02d', $value),
                $now !== 'C' && $value < 96 => $text .= Code128Table::character($value, $now),
                $value === Code128Table::CODE_C => $set = 'C',
                $value === Code128Table::CODE_B && $now !== 'B' => $set = 'B',
                $value === Code128Table::CODE_A && $now !== 'A' => $set = 'A',
                $value === Code128Table::SHIFT => $shifted = $now === 'A' ? 'B' : 'A',
                // FNC2, FNC3 and FNC4 speak to the scanner.
                default => null,
            };
        }

        return new BarText('code128', $text, $runs, $modules, $gs1);
    }
}
