<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

/**
 * The part of a short address that tells one from another: capitals and digits of the alphanumeric mode
 * (ISO/IEC 18004:2015 7.4.4), without those that are mistaken for one another in print, and without vowels so that
 * chance makes no words.
 */
final class ShortCode
{
    public const ALPHABET = '23456789CDFGHJKMNPQRTVWXYZ';

    /** Characters of a code, a readable one's too. */
    public const SHORTEST = 3;

    public const LONGEST = 24;

    /** @param  int  $length  characters */
    public static function make(int $length): string
    {
        $code = '';
        for ($i = 0; $i < max(self::SHORTEST, $length); $i++) {
            $code .= self::ALPHABET[random_int(0, strlen(self::ALPHABET) - 1)];
        }

        return $code;
    }

    /** As somebody typed or scanned it: capitals; null when it can be none. */
    public static function given(string $text): ?string
    {
        $code = strtoupper($text);

        return preg_match('/^[A-Z0-9](?:[A-Z0-9]|-(?!-))*$/D', $code) === 1 && ! str_ends_with($code, '-') && strlen($code) >= self::SHORTEST && strlen($code) <= self::LONGEST ? $code : null;
    }

    /**
     * Codes that somebody would take for one another: in print 0 and O, 1, I and L, 2 and Z, 5 and S, 8 and B.
     *
     * @return string the same for all that look alike
     */
    public static function look(string $code): string
    {
        return strtr(str_replace('-', '', $code), ['O' => '0', 'Q' => '0', 'I' => '1', 'L' => '1', 'Z' => '2', 'S' => '5', 'B' => '8']);
    }
}
