<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

use KeenGlyph\Core\Gs1\CheckDigit;

/** EAN-13, EAN-8 and UPC-A: ISO/IEC 15420. */
final class Ean
{
    /** Number set A, odd parity: modules of digits 0 to 9 (table 1). Set C is its complement, set B set C backwards. */
    public const SET_A = ['0001101', '0011001', '0010011', '0111101', '0100011', '0110001', '0101111', '0111011', '0110111', '0001011'];

    /** Which of the left digits stand in set B for each leading digit (table 3). */
    public const PARITY = ['AAAAAA', 'AABABB', 'AABBAB', 'AABBBA', 'ABAABB', 'ABBAAB', 'ABBBAA', 'ABABAB', 'ABABBA', 'ABBABA'];

    private const GUARD = '101';

    private const CENTRE = '01010';

    /** 22.85 mm at 0.33 mm a module. */
    private const HEIGHT = 69;

    /**
     * Twelve digits, or thirteen with a right check digit (ISO/IEC 15420 4.3.2).
     *
     * @throws InvalidBars for anything else
     */
    public static function ean13(string $digits): LinearSymbol
    {
        $digits = self::checked($digits, 13, 'EAN-13');
        $left = '';
        foreach (str_split(substr($digits, 1, 6)) as $i => $digit) {
            $left .= self::modules((int) $digit, self::PARITY[(int) $digits[0]][$i]);
        }
        $bars = self::GUARD.$left.self::CENTRE.self::right(substr($digits, 7)).self::GUARD;
        $captions = [new HumanReadableText($digits[0], -6.5, 7), new HumanReadableText(substr($digits, 1, 6), 24, 7), new HumanReadableText(substr($digits, 7), 71, 7)];

        return new LinearSymbol(LinearSymbology::Ean13, $digits, $bars, $bars, [11, 7], self::HEIGHT, $captions, [[0, 3], [45, 5], [92, 3]]);
    }

    /**
     * Seven digits, or eight with a right check digit (ISO/IEC 15420 4.3.3).
     *
     * @throws InvalidBars for anything else
     */
    public static function ean8(string $digits): LinearSymbol
    {
        $digits = self::checked($digits, 8, 'EAN-8');
        $left = implode('', array_map(static fn (string $digit): string => self::modules((int) $digit, 'A'), str_split(substr($digits, 0, 4))));
        $bars = self::GUARD.$left.self::CENTRE.self::right(substr($digits, 4)).self::GUARD;
        $captions = [new HumanReadableText(substr($digits, 0, 4), 17, 7), new HumanReadableText(substr($digits, 4), 50, 7)];

        return new LinearSymbol(LinearSymbology::Ean8, $digits, $bars, $bars, [7, 7], 55, $captions, [[0, 3], [31, 5], [64, 3]]);
    }

    /**
     * Eleven digits, or twelve with a right check digit (ISO/IEC 15420 4.3.4).
     *
     * @throws InvalidBars for anything else
     */
    public static function upcA(string $digits): LinearSymbol
    {
        $digits = self::checked($digits, 12, 'UPC-A');
        $bars = self::ean13('0'.$digits)->bars;
        $captions = [new HumanReadableText($digits[0], -5.5, 7), new HumanReadableText(substr($digits, 1, 5), 28, 7), new HumanReadableText(substr($digits, 6, 5), 67, 7), new HumanReadableText($digits[11], 100.5, 7)];

        // The bars of the first and last digit are as long as the guards (5.2.4.3).
        return new LinearSymbol(LinearSymbology::UpcA, $digits, $bars, $bars, [9, 9], self::HEIGHT, $captions, [[0, 10], [45, 5], [85, 10]]);
    }

    /** @param  'A'|'B'|'C'|string  $set */
    public static function modules(int $digit, string $set): string
    {
        $a = self::SET_A[$digit];
        $c = strtr($a, '01', '10');

        return $set === 'A' ? $a : ($set === 'B' ? strrev($c) : $c);
    }

    /**
     * All digits; the last is computed when one is missing.
     *
     * @throws InvalidBars
     */
    public static function checked(string $text, int $length, string $name): string
    {
        $digits = (string) preg_replace('/[\s-]/', '', $text);
        if (preg_match('/^\d+$/D', $digits) !== 1 || ! in_array(strlen($digits), [$length - 1, $length], true)) {
            throw new InvalidBars(sprintf('%s takes %d digits, or %d and the check digit is added; this has %d.', $name, $length, $length - 1, strlen($digits)));
        }
        $body = substr($digits, 0, $length - 1);
        $check = (string) CheckDigit::of($body);
        if (strlen($digits) === $length && $digits[$length - 1] !== $check) {
            throw new InvalidBars("The check digit {$digits[$length - 1]} is wrong: it would be $check.");
        }

        return $body.$check;
    }

    private static function right(string $digits): string
    {
        return implode('', array_map(static fn (string $digit): string => self::modules((int) $digit, 'C'), str_split($digits)));
    }
}
