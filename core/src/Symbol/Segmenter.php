<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/**
 * Cuts a text into segments so that their bits together are the fewest possible.
 *
 * Dynamic programming over (character, mode). Costs are kept in sixths of a bit, so that a third of ten
 * bits (a digit) and half of eleven (an alphanumeric character) stay whole; a segment's end rounds up to
 * whole bits, which is monotone, so keeping only the cheapest way into each state loses nothing.
 * ISO/IEC 18004:2015 annex J describes a rule of thumb for the same; this is exact.
 */
final class Segmenter
{
    private const MODES = [Mode::Numeric, Mode::Alphanumeric, Mode::Byte];

    private const COST = [20, 33, 48];

    private const NEVER = PHP_INT_MAX >> 1;

    /**
     * @param  Version  $version  any version of the group meant: only the lengths of its character counts matter
     * @return list<Segment> none for an empty text
     */
    public static function shortest(string $text, Version $version): array
    {
        if ($text === '') {
            return [];
        }
        if (strspn($text, '0123456789') === strlen($text)) {
            return [new Segment(Mode::Numeric, $text)];
        }
        $choice = self::modesOf($text, $version);
        $segments = [];
        $start = 0;
        $length = strlen($text);
        for ($i = 1; $i <= $length; $i++) {
            if ($i === $length || $choice[$i] !== $choice[$start]) {
                $segments[] = new Segment(self::MODES[$choice[$start]], substr($text, $start, $i - $start));
                $start = $i;
            }
        }

        return $segments;
    }

    /** @return list<int> index into MODES for each byte */
    private static function modesOf(string $text, Version $version): array
    {
        $header = array_map(static fn (Mode $mode): int => 6 * (4 + $mode->countBits($version)), self::MODES);
        // Cost of having encoded everything so far with the last character in mode 0, 1 or 2.
        $cost = $header;
        $last = $cost;
        $from = [];
        $length = strlen($text);
        $classes = self::classes($text);
        for ($i = 0; $i < $length; $i++) {
            $class = ord($classes[$i]);
            $now = [
                $class === 0 ? $cost[0] + self::COST[0] : self::NEVER,
                $class <= 1 ? $cost[1] + self::COST[1] : self::NEVER,
                $cost[2] + self::COST[2],
            ];
            $back = [0, 1, 2];
            // Change of mode after this character: end the segment on a whole bit and pay the new header.
            $next = $now;
            for ($a = 0; $a < 3; $a++) {
                if ($now[$a] >= self::NEVER) {
                    continue;
                }
                $ended = intdiv($now[$a] + 5, 6) * 6;
                for ($b = 0; $b < 3; $b++) {
                    if ($ended + $header[$b] < $next[$b]) {
                        $next[$b] = $ended + $header[$b];
                        $back[$b] = $a;
                    }
                }
            }
            $from[$i] = $back;
            $last = $now;
            $cost = $next;
        }

        return self::walkBack($from, $last, $length);
    }

    /**
     * @param  array<int, array<int, int>>  $from  for each character the mode of it that leads cheapest to each mode of the next
     * @param  array<int, int>  $last  costs with the last character in each mode
     * @return list<int>
     */
    private static function walkBack(array $from, array $last, int $length): array
    {
        $mode = 0;
        foreach ($last as $candidate => $cost) {
            if (intdiv($cost + 5, 6) < intdiv($last[$mode] + 5, 6)) {
                $mode = $candidate;
            }
        }
        $modes = array_fill(0, $length, 0);
        $modes[$length - 1] = $mode;
        for ($i = $length - 2; $i >= 0; $i--) {
            $mode = $from[$i][$mode];
            $modes[$i] = $mode;
        }

        return array_values($modes);
    }

    /** A byte for each character: 0 digit, 1 other alphanumeric, 2 anything else. */
    private static function classes(string $text): string
    {
        $others = (string) preg_replace('#[0-9A-Z $%*+./:-]#', '', implode('', array_map('chr', range(0, 255))));
        $from = $others.Mode::ALPHANUMERIC;
        $to = str_repeat("\2", strlen($others)).str_repeat("\0", 10).str_repeat("\1", 35);

        return strtr($text, $from, $to);
    }
}
