<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Gs1\RetailNumber;

/** Many pictures beside the texts that they should hold: which are there, which are there but for some characters, which are not. */
final readonly class BatchCheck
{
    /** Differences that are listed for one text. */
    private const LIMIT = 50;

    /** Share of the longer text that may differ while two still are taken for one another. */
    private const ALIKE = 0.5;

    /** Comparisons of characters that all pairs together may take. */
    private const WORK = 400_000_000;

    /** Bytes up to which texts are compared by every way of turning one into the other. */
    private const SHORT = 400;

    /**
     * @param  list<Expectation>  $expectations  in the order of the texts that were expected
     * @param  list<array{int, string}>  $unexpected  number of the picture and what it says that nobody asked for
     * @param  list<int>  $unread  numbers of pictures in which nothing was read
     */
    private function __construct(
        public array $expectations,
        public array $unexpected,
        public array $unread,
    ) {
    }

    /**
     * @param  list<list<string>>  $read  texts by picture
     * @param  list<string>  $expected
     */
    public static function of(array $read, array $expected): self
    {
        $left = [];
        foreach ($read as $picture => $texts) {
            foreach ($texts as $text) {
                $left[] = [$picture, $text];
            }
        }
        $found = [];
        // Numbers of trade items are the same with more or fewer zeros before them.
        $places = [];
        foreach ($left as $k => [, $other]) {
            $places[RetailNumber::normal($other)][] = $k;
        }
        foreach ($expected as $i => $text) {
            $normal = RetailNumber::normal($text);
            $k = isset($places[$normal]) ? array_shift($places[$normal]) : null;
            if ($k !== null) {
                $found[$i] = new Expectation($text, 'match', $left[$k][0], $left[$k][1], []);
                unset($left[$k]);
            }
        }
        foreach (self::nearest(array_diff_key($expected, $found), $left) as [$i, $k]) {
            [$picture, $other] = $left[$k];
            $found[$i] = new Expectation($expected[$i], 'mismatch', $picture, $other, array_slice(TextDifferences::between($expected[$i], $other), 0, self::LIMIT));
            unset($left[$k]);
        }
        foreach ($expected as $i => $text) {
            $found[$i] ??= new Expectation($text, 'missing', null, null, []);
        }
        ksort($found);

        return new self(array_values($found), array_values($left), array_keys(array_filter($read, static fn (array $texts): bool => $texts === [])));
    }

    /**
     * Pairs of what is left over, the most alike first.
     *
     * @param  array<int, string>  $expected
     * @param  array<int, array{int, string}>  $left
     * @return list<array{int, int}>
     */
    private static function nearest(array $expected, array $left): array
    {
        $pairs = [];
        $work = self::WORK;
        foreach ($expected as $i => $text) {
            foreach ($left as $k => [, $other]) {
                // Comparing costs the product of the lengths; what is over is told as missing and unexpected.
                $work -= max(200, strlen($text) <= self::SHORT && strlen($other) <= self::SHORT ? strlen($text) * strlen($other) : strlen($text) + strlen($other));
                if ($work < 0) {
                    break 2;
                }
                $apart = self::apart($text, $other);
                if ($apart <= self::ALIKE) {
                    $pairs[] = [$apart, $i, $k];
                }
            }
        }
        sort($pairs);
        $chosen = [];
        $taken = [];
        foreach ($pairs as [, $i, $k]) {
            if (! isset($chosen[$i]) && ! isset($taken[$k])) {
                $chosen[$i] = [$i, $k];
                $taken[$k] = true;
            }
        }

        return array_values($chosen);
    }

    /** 0 for the same text, 1 for nothing in common. */
    private static function apart(string $a, string $b): float
    {
        $longer = max(1, strlen($a), strlen($b));
        if (abs(strlen($a) - strlen($b)) > self::ALIKE * $longer) {
            return 1.0;
        }
        if ($longer <= self::SHORT) {
            return levenshtein($a, $b) / $longer;
        }
        $shorter = min(strlen($a), strlen($b));
        $front = strspn($a ^ $b, "\0");
        $back = strspn(strrev(substr($a, -$shorter)) ^ strrev(substr($b, -$shorter)), "\0");

        return 1 - min($shorter, $front + $back) / $longer;
    }
}
