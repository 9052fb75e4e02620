<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Bytes to strings of '0' and '1', and back. */
final class BitString
{
    private const NIBBLES = [
        '0' => '0000', '1' => '0001', '2' => '0010', '3' => '0011', '4' => '0100', '5' => '0101', '6' => '0110', '7' => '0111',
        '8' => '1000', '9' => '1001', 'a' => '1010', 'b' => '1011', 'c' => '1100', 'd' => '1101', 'e' => '1110', 'f' => '1111',
    ];

    /** @var ?array<int|string, int|string> NIBBLES the other way round */
    private static ?array $digits = null;

    /** Most significant bit first, eight characters a byte. */
    public static function ofBytes(string $bytes): string
    {
        return strtr(bin2hex($bytes), self::NIBBLES);
    }

    /** The reverse; a last group of fewer than eight bits is filled with '0'. */
    public static function toBytes(string $bits): string
    {
        if ($bits === '') {
            return '';
        }
        $bits = str_pad($bits, intdiv(strlen($bits) + 7, 8) * 8, '0');
        $hex = self::$digits ??= array_flip(self::NIBBLES);
        $digits = '';
        foreach (str_split($bits, 4) as $nibble) {
            $digits .= $hex[$nibble];
        }

        return (string) hex2bin($digits);
    }
}
