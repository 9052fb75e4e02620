<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/**
 * Cuts a text into segments so that their bits together are the fewest possible.
 *
 * Dynamic programming over (unit, mode). Costs are kept in sixths of a bit, so that a third of ten bits (a
 * digit) and half of eleven (an alphanumeric character) stay whole; a segment's end rounds up to whole bits,
 * which is monotone, so keeping only the cheapest way into each state loses nothing. Within a run of units
 * that only byte mode can carry no change of mode can pay, so such a run is one step.
 * ISO/IEC 18004:2015 annex J describes a rule of thumb for the same; this is exact.
 */
final class Segmenter
{
    private const MODES = [Mode::Numeric, Mode::Alphanumeric, Mode::Byte, Mode::Kanji];

    private const NEVER = 1 << 40;

    /**
     * Segments of text, without those that state an ECI or FNC1.
     *
     * @param  SymbolVersion  $version  any version of the group meant: only the lengths of its headers matter
     * @param  bool  $kanjiOnly  whether characters with a kanji code may stand in kanji mode only
     * @param  int  $extra  bits that each segment is taken to cost beyond its own, so that fewer come out
     * @return ?list<Segment> empty for an empty text; null when the version has no mode for some of it
     */
    public static function shortest(Units $units, SymbolVersion $version, bool $kanjiOnly = false, int $extra = 0): ?array
    {
        $length = $units->count();
        $classes = $units->classes;
        if ($length === 0) {
            return [];
        }
        if (strspn($classes, Units::DIGIT) === $length) {
            return [$units->segment(Mode::Numeric, 0, $length)];
        }
        $from = [];
        $starts = [];
        $final = null;
        [$h0, $h1, $h2, $h3] = [$c0, $c1, $c2, $c3] = self::headers($version, $extra);
        for ($i = 0, $step = 0; $i < $length; $step++) {
            $starts[$step] = $i;
            $class = $classes[$i];
            $next = $class === Units::OTHER ? $i + strspn($classes, Units::OTHER, $i) : $i + 1;
            [$n0, $n1, $n2, $n3] = [
                $class === '0' ? $c0 + 20 : self::NEVER,
                $class === '0' || $class === '1' ? $c1 + 33 : ($class === '4' ? $c1 + 66 : self::NEVER),
                $kanjiOnly && $class === '3' ? self::NEVER : $c2 + 48 * $units->bytesBetween($i, $next),
                $class === '3' ? $c3 + 78 : self::NEVER,
            ];
            $best = 2;
            $least = $n2;
            foreach ([$n0, $n1, 3 => $n3] as $mode => $cost) {
                $ended = intdiv($cost + 5, 6) * 6;
                if ($ended < $least) {
                    [$best, $least] = [$mode, $ended];
                }
            }
            if ($least >= self::NEVER) {
                return null;
            }
            // Each mode of the next unit goes on from itself, or from the cheapest end with a new header.
            $back = 0b11_10_01_00;
            [$c0, $c1, $c2, $c3] = [$n0, $n1, $n2, $n3];
            if ($least + $h0 < $c0) {
                $c0 = $least + $h0;
                $back = $back & ~0b11 | $best;
            }
            if ($least + $h1 < $c1) {
                $c1 = $least + $h1;
                $back = $back & ~0b1100 | $best << 2;
            }
            if ($least + $h2 < $c2) {
                $c2 = $least + $h2;
                $back = $back & ~0b110000 | $best << 4;
            }
            if ($least + $h3 < $c3) {
                $c3 = $least + $h3;
                $back = $back & ~0b11000000 | $best << 6;
            }
            $from[$step] = $back;
            $final = $best;
            $i = $next;
        }

        return self::cut($units, $starts, $from, (int) $final);
    }

    /**
     * How many units from `$start` on fit into so many bits.
     *
     * @param  callable(int): bool  $mayEnd  whether a symbol may end before this unit
     * @return int the unit after the last that fits; `$start` when none does
     */
    public static function reach(Units $units, int $start, SymbolVersion $version, int $bits, callable $mayEnd): int
    {
        $limit = 6 * $bits;
        $reached = $start;
        [$h0, $h1, $h2, $h3] = [$c0, $c1, $c2, $c3] = self::headers($version);
        for ($i = $start; $i < $units->count(); $i++) {
            $class = $units->classes[$i];
            $n0 = $class === '0' ? $c0 + 20 : self::NEVER;
            $n1 = $class === '0' || $class === '1' ? $c1 + 33 : ($class === '4' ? $c1 + 66 : self::NEVER);
            $n2 = $c2 + 48 * $units->bytesBetween($i, $i + 1);
            $n3 = $class === '3' ? $c3 + 78 : self::NEVER;
            $least = intdiv(min($n0, $n1, $n2, $n3) + 5, 6) * 6;
            if ($least > $limit) {
                break;
            }
            if ($mayEnd($i + 1)) {
                $reached = $i + 1;
            }
            [$c0, $c1, $c2, $c3] = [min($n0, $least + $h0), min($n1, $least + $h1), min($n2, $least + $h2), min($n3, $least + $h3)];
        }

        return $reached;
    }

    /** @return array{int, int, int, int} sixths of a bit for the header of each mode */
    private static function headers(SymbolVersion $version, int $extra = 0): array
    {
        $costs = [];
        foreach (self::MODES as $mode) {
            $indicator = $version->indicator($mode);
            $costs[] = $indicator === null ? self::NEVER : 6 * (strlen($indicator) + $version->countBits($mode) + $extra);
        }

        return [$costs[0], $costs[1], $costs[2], $costs[3]];
    }

    /**
     * Walks back from the last mode and joins neighbours of one mode.
     *
     * @param  array<int, int>  $starts  unit at which each step begins
     * @param  array<int, int>  $from  for each step, two bits a mode: the mode of it that leads cheapest to that mode of the next
     * @return list<Segment>
     */
    private static function cut(Units $units, array $starts, array $from, int $mode): array
    {
        $segments = [];
        $end = $units->count();
        for ($step = count($starts) - 1; $step >= 0; $step--) {
            $before = $step === 0 ? -1 : $from[$step - 1] >> 2 * $mode & 0b11;
            if ($before !== $mode) {
                $segments[] = $units->segment(self::MODES[$mode], $starts[$step], $end);
                $end = $starts[$step];
            }
            $mode = $before;
        }

        return array_reverse($segments);
    }
}
