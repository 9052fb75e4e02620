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

    /**
     * The objects up to the first whose length leads nowhere, and what is left.
     *
     * @return list<array{string, string}>
     */
    public static function readable(string $text): array
    {
        $objects = [];
        while (preg_match('/^(\d\d)(\d\d)/', $text, $match) === 1) {
            $rest = mb_substr($text, 4, null, 'UTF-8');
            $length = (int) $match[2];
            if ($length === 0 || mb_strlen($rest, 'UTF-8') < $length) {
                break;
            }
            $objects[] = [$match[1], mb_substr($rest, 0, $length, 'UTF-8')];
            $text = mb_substr($rest, $length, null, 'UTF-8');
        }

        return $objects;
    }

    /**
     * The text with one length put right so that everything adds up; null when no single change does that.
     *
     * @return ?array{int, string} characters before the object at fault, and the text
     */
    public static function repaired(string $text): ?array
    {
        // Where the check sum is stated, what stands before it has to add up.
        $body = preg_match('/^(.*)6304[0-9A-Fa-f]{4}$/sD', $text, $match) === 1 ? $match[1] : $text;
        $at = 0;
        $starts = [];
        foreach (self::readable($body) as [, $value]) {
            $starts[] = $at;
            $at += 4 + mb_strlen($value, 'UTF-8');
        }
        $starts[] = $at;
        $found = null;
        // The object at which reading stops is the likeliest, then the ones before it.
        foreach (array_reverse($starts) as $start) {
            $head = mb_substr($body, 0, $start, 'UTF-8');
            $name = mb_substr($body, $start, 2, 'UTF-8');
            $rest = mb_substr($body, $start + 4, null, 'UTF-8');
            for ($length = min(99, mb_strlen($rest, 'UTF-8')); $length > 0 && preg_match('/^\d\d$/D', $name) === 1; $length--) {
                if (! self::isOrdered(mb_substr($rest, $length, null, 'UTF-8'), $name)) {
                    continue;
                }
                $whole = $head.sprintf('%s%02d', $name, $length).$rest.'6304';
                $repaired = [$start, $whole.self::crc($whole)];
                // The check sum that was stated tells the text as it was.
                if (str_ends_with($text, '6304'.substr($repaired[1], -4))) {
                    return $repaired;
                }
                $found ??= $repaired;
            }
        }

        return $found;
    }

    /** Whether these are objects with rising names: a chance cut hardly ever gives such. */
    private static function isOrdered(string $text, string $after): bool
    {
        $objects = self::parse($text);
        foreach ($objects ?? [] as [$name]) {
            if ($name <= $after) {
                return false;
            }
            $after = $name;
        }

        return $objects !== null;
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
