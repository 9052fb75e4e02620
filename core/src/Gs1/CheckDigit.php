<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** Check digits and check characters of GS1 keys, GS1 General Specifications 7.9. */
final class CheckDigit
{
    /** Primes by which the check character pair weighs, from the right (7.9.5). */
    private const PRIMES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71, 73, 79, 83];

    private const PAIR = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';

    /** Of a key without its last digit: weights 3 and 1 in turn from the right (7.9.1). */
    public static function of(string $digits): int
    {
        $sum = 0;
        foreach (str_split(strrev($digits)) as $i => $digit) {
            $sum += (int) $digit * ($i % 2 === 0 ? 3 : 1);
        }

        return (10 - $sum % 10) % 10;
    }

    /** Whether the last digit checks. */
    public static function holds(string $digits): bool
    {
        return strlen($digits) > 1 && (int) substr($digits, -1) === self::of(substr($digits, 0, -1));
    }

    /**
     * Which single digit or exchange of neighbours would make the check digit right; for messages.
     *
     * @return list<string> at most one key for each place, the likeliest first
     */
    public static function repairs(string $digits): array
    {
        $found = [];
        for ($i = 0; $i + 1 < strlen($digits); $i++) {
            $swapped = substr_replace($digits, $digits[$i + 1].$digits[$i], $i, 2);
            if ($swapped !== $digits && self::holds($swapped)) {
                $found[] = $swapped;
            }
        }

        return $found;
    }

    /** Two characters of a Global Model Number and its like, of the text before them (7.9.5). */
    public static function pair(string $text): string
    {
        $sum = 0;
        foreach (str_split(strrev($text)) as $i => $character) {
            $sum += (int) strpos(Component::SET_82, $character) * (self::PRIMES[$i] ?? 0);
        }
        $sum %= 1021;

        return self::PAIR[$sum >> 5].self::PAIR[$sum & 31];
    }
}
