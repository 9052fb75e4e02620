<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

/** Code 128: ISO/IEC 15417. */
final class Code128
{
    /** Stands for FNC1 in texts here, as readers transmit it within a message. */
    public const FNC1 = "\x1D";

    private const MAX = 80;

    private const SETS = ['A', 'B', 'C'];

    private const START = ['A' => Code128Table::START_A, 'B' => Code128Table::START_B, 'C' => Code128Table::START_C];

    private const CHANGE = ['A' => Code128Table::CODE_A, 'B' => Code128Table::CODE_B, 'C' => Code128Table::CODE_C];

    /**
     * Any ASCII text in the fewest symbol characters (ISO/IEC 15417).
     *
     * @throws InvalidBars for other characters, or a text that is too long
     */
    public static function encode(string $text): LinearSymbol
    {
        $shown = (string) preg_replace('/[\x00-\x1F\x7F]/', ' ', $text);

        return self::draw(LinearSymbology::Code128, $text, self::values($text, false), [$shown]);
    }

    /**
     * @param  list<int>  $values  without check and stop
     * @param  list<string>  $lines  printed below
     */
    public static function draw(LinearSymbology $symbology, string $text, array $values, array $lines): LinearSymbol
    {
        $sum = $values[0];
        foreach ($values as $place => $value) {
            $sum += $place * $value;
        }
        $bars = '';
        foreach ([...$values, $sum % 103, Code128Table::STOP] as $value) {
            foreach (str_split(Code128Table::WIDTHS[$value]) as $i => $width) {
                $bars .= str_repeat($i % 2 === 0 ? '1' : '0', (int) $width);
            }
        }
        $captions = array_map(static fn (string $line): HumanReadableText => new HumanReadableText($line, strlen($bars) / 2, 6), $lines);

        return new LinearSymbol($symbology, $text, $bars, $bars, [10, 10], max(50, (int) ceil(strlen($bars) * 0.15)), $captions);
    }

    /**
     * The fewest symbol characters for a text, by dynamic programming over (place, code set).
     *
     * @param  bool  $gs1  with FNC1 first
     * @return list<int>
     *
     * @throws InvalidBars
     */
    public static function values(string $text, bool $gs1): array
    {
        $length = strlen($text);
        if ($length === 0 || $length > self::MAX) {
            throw new InvalidBars('Code 128 takes 1 to '.self::MAX.' characters.');
        }
        if (preg_match('/[^\x00-\x7F]/', $text, $match, PREG_OFFSET_CAPTURE) === 1) {
            throw new InvalidBars('Code 128 has ASCII characters only, not “'.mb_substr(mb_scrub(substr($text, $match[0][1]), 'UTF-8'), 0, 1, 'UTF-8').'”.');
        }
        // From the end: the cheapest way to encode what follows each place in each code set, and its first step.
        $cost = [$length => ['A' => 0, 'B' => 0, 'C' => 0]];
        $step = [];
        for ($at = $length - 1; $at >= 0; $at--) {
            $cost[$at] = [];
            foreach (self::SETS as $set) {
                [$cost[$at][$set], $step[$at][$set]] = self::best($text, $at, $set, $cost, $gs1);
            }
            // A change of set costs one more character and then goes on from there.
            foreach (self::SETS as $set) {
                foreach (self::SETS as $other) {
                    if ($cost[$at][$other] + 1 < $cost[$at][$set]) {
                        [$cost[$at][$set], $step[$at][$set]] = [$cost[$at][$other] + 1, [[self::CHANGE[$other]], 0, $other]];
                    }
                }
            }
        }

        return self::follow($cost[0], $step, $length, $gs1);
    }

    /**
     * The cheapest step that encodes something in this set.
     *
     * @param  array<int, array<string, int>>  $cost
     * @return array{int, array{list<int>, int, string}}
     */
    private static function best(string $text, int $at, string $set, array $cost, bool $gs1): array
    {
        $best = [1 << 20, [[], 0, $set]];
        $code = ord($text[$at]);
        if ($gs1 && $text[$at] === self::FNC1) {
            return [$cost[$at + 1][$set] + 1, [[Code128Table::FNC1], 1, $set]];
        }
        if ($set === 'C') {
            return preg_match('/\G\d\d/', $text, $pair, 0, $at) === 1 ? [$cost[$at + 2][$set] + 1, [[(int) $pair[0]], 2, $set]] : $best;
        }
        $value = Code128Table::value($code, $set);
        if ($value !== null) {
            return [$cost[$at + 1][$set] + 1, [[$value], 1, $set]];
        }
        $shifted = Code128Table::value($code, $set === 'A' ? 'B' : 'A');

        return $shifted === null ? $best : [$cost[$at + 1][$set] + 2, [[Code128Table::SHIFT, $shifted], 1, $set]];
    }

    /**
     * @param  array<string, int>  $cost  of the whole text in each set
     * @param  array<int, array<string, array{list<int>, int, string}>>  $step
     * @return list<int>
     */
    private static function follow(array $cost, array $step, int $length, bool $gs1): array
    {
        $set = 'B';
        foreach (['C', 'A'] as $candidate) {
            $set = $cost[$candidate] < $cost[$set] ? $candidate : $set;
        }
        $values = [self::START[$set], ...($gs1 ? [Code128Table::FNC1] : [])];
        for ($at = 0; $at < $length;) {
            [$more, $taken, $set] = $step[$at][$set];
            $values = [...$values, ...$more];
            $at += $taken;
        }

        return $values;
    }
}
