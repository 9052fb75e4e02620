<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

/** ITF-14: interleaved 2 of 5 (ISO/IEC 16390) with fourteen digits and bearer bars (GS1 General Specifications 5.3). */
final class Itf14
{
    /** Narrow and wide elements of digits 0 to 9. */
    public const DIGITS = ['nnwwn', 'wnnnw', 'nwnnw', 'wwnnn', 'nnwnw', 'wnwnn', 'nwwnn', 'nnnww', 'wnnwn', 'nwnwn'];

    /** A wide element has this many modules; 2.25 to 3 are allowed. */
    private const WIDE = 3;

    /**
     * Thirteen digits, or fourteen with a right check digit, with bearer bars (GS1 General Specifications 5.3).
     *
     * @throws InvalidBars for anything else
     */
    public static function encode(string $text): LinearSymbol
    {
        $digits = Ean::checked($text, 14, 'ITF-14');
        $pattern = 'nnnn';
        foreach (str_split($digits, 2) as $pair) {
            for ($i = 0; $i < 5; $i++) {
                $pattern .= self::DIGITS[(int) $pair[0]][$i].self::DIGITS[(int) $pair[1]][$i];
            }
        }
        $pattern .= 'wnn';
        $bars = self::bars($pattern, self::WIDE);
        $shown = "$digits[0] ".substr($digits, 1, 2).' '.substr($digits, 3, 5).' '.substr($digits, 8, 5)." $digits[13]";

        return new LinearSymbol(LinearSymbology::Itf14, $digits, $bars, $pattern, [10, 10], 32, [new HumanReadableText($shown, strlen($bars) / 2, 6)], [], 4);
    }

    /** Elements to modules, the first a bar. */
    public static function bars(string $pattern, int $wide): string
    {
        $bars = '';
        foreach (str_split($pattern) as $i => $element) {
            $bars .= str_repeat($i % 2 === 0 ? '1' : '0', $element === 'w' ? $wide : 1);
        }

        return $bars;
    }
}
