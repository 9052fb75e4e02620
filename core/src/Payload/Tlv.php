<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Data objects of EMV QR Code Specification for Payment Systems, Merchant-Presented Mode, 3.2: two digits of name, two of length, the value. */
final class Tlv
{
    /** Lengths count characters. */
    public static function object(string $id, string $value): string
    {
        return $value === '' ? '' : sprintf('%s%02d%s', $id, mb_strlen($value, 'UTF-8'), $value);
    }

    /** @return ?list<array{string, string}> names and values in order; null when the lengths do not add up */
    public static function parse(string $text): ?array
    {
        $objects = [];
        while ($text !== '') {
            if (preg_match('/^(\d\d)(\d\d)/', $text, $match) !== 1) {
                return null;
            }
            $rest = mb_substr($text, 4, null, 'UTF-8');
            $length = (int) $match[2];
            if ($length === 0 || mb_strlen($rest, 'UTF-8') < $length) {
                return null;
            }
            $objects[] = [$match[1], mb_substr($rest, 0, $length, 'UTF-8')];
            $text = mb_substr($rest, $length, null, 'UTF-8');
        }

        return $objects;
    }

    /** CRC of ISO/IEC 13239: polynomial 1021, start FFFF, four hexadecimal digits (4.7.3). */
    public static function crc(string $text): string
    {
        $crc = 0xFFFF;
        foreach (str_split($text) as $byte) {
            $crc ^= ord($byte) << 8;
            for ($bit = 0; $bit < 8; $bit++) {
                $crc = $crc & 0x8000 ? ($crc << 1 ^ 0x1021) & 0xFFFF : $crc << 1;
            }
        }

        return sprintf('%04X', $crc);
    }
}
