<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Data objects of EMV QR Code Specification for Payment Systems, Merchant-Presented Mode, 3.2: two digits of name, two of length, the value. */
final class Tlv
{
    /** Characters up to which a wrong length is looked for; payments have no more than 512. */
    private const MAX_SEARCHED = 1_024;

    /** Lengths count characters. */
    public static function object(string $id, string $value): string
    {
        return $value === '' ? '' : sprintf('%s%02d%s', $id, mb_strlen($value, 'UTF-8'), $value);
    }

    /** @return ?list<array{string, string}> names and values in order; null when the lengths do not add up */
    public static function parse(string $text): ?array
    {
        $objects = self::readable($text);

        return array_sum(array_map(static fn (array $object): int => 4 + mb_strlen($object[1], 'UTF-8'), $objects)) === mb_strlen($text, 'UTF-8') ? $objects : null;
    }

    /**
     * The objects up to the first whose length leads nowhere.
     *
     * @return list<array{string, string}>
     */
    public static function readable(string $text): array
    {
        $characters = mb_str_split($text, 1, 'UTF-8');
        $objects = [];
        $at = 0;
        while (($head = self::head($characters, $at)) !== null) {
            [$name, $length] = $head;
            $objects[] = [$name, implode('', array_slice($characters, $at + 4, $length))];
            $at += 4 + $length;
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
        $characters = mb_str_split($body, 1, 'UTF-8');
        $end = count($characters);
        if ($end > self::MAX_SEARCHED) {
            return null;
        }
        $rising = self::rising($characters);
        [$at, $starts] = [0, [0]];
        foreach (self::readable($body) as [, $value]) {
            $starts[] = $at += 4 + mb_strlen($value, 'UTF-8');
        }
        $found = null;
        // The object at which reading stops is the likeliest, then the ones before it.
        foreach (array_reverse($starts) as $start) {
            $name = implode('', array_slice($characters, $start, 2));
            for ($length = min(99, $end - $start - 4); $length > 0 && preg_match('/^\d\d$/D', $name) === 1; $length--) {
                $next = $start + 4 + $length;
                // Names that rise to the end: a chance cut hardly ever gives such.
                if ($next < $end && ($rising[$next] ?? '') <= $name) {
                    continue;
                }
                $whole = implode('', array_slice($characters, 0, $start)).sprintf('%s%02d', $name, $length).implode('', array_slice($characters, $start + 4)).'6304';
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

    /**
     * Name and length of the object that begins at a character; null when none does, or it goes past the end.
     *
     * @param  list<string>  $characters
     * @return ?array{string, int}
     */
    private static function head(array $characters, int $at): ?array
    {
        $head = implode('', array_slice($characters, $at, 4));
        $length = (int) substr($head, 2);

        return preg_match('/^\d{4}$/D', $head) === 1 && $length > 0 && $at + 4 + $length <= count($characters) ? [substr($head, 0, 2), $length] : null;
    }

    /**
     * Characters from which objects follow each other to the very end, with rising names: the name of the first, by character.
     *
     * @param  list<string>  $characters
     * @return array<int, string>
     */
    private static function rising(array $characters): array
    {
        $end = count($characters);
        $rising = [];
        for ($at = $end - 5; $at >= 0; $at--) {
            $head = self::head($characters, $at);
            if ($head !== null && ($at + 4 + $head[1] === $end || ($rising[$at + 4 + $head[1]] ?? '') > $head[0])) {
                $rising[$at] = $head[0];
            }
        }

        return $rising;
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
