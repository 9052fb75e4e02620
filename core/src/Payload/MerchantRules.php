<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** What holds a merchant payment together: its beginning, its lengths and its check sum (EMV QRCPS MPM 1.1, 3.2 and 4.7). */
final class MerchantRules
{
    private const SPECIFICATION = 'EMV QRCPS Merchant-Presented Mode 1.1';

    /** Data objects that every payment has (table 3.1). */
    private const NEEDED = ['52', '53', '58', '59', '60'];

    /** Whether a text means to be a merchant payment: by its beginning, or by its end and what stands before it. */
    public static function claims(string $text): bool
    {
        if (! mb_check_encoding($text, 'UTF-8')) {
            return false;
        }
        // The format indicator, or one whose value was changed, and the first object behind it.
        if (preg_match('/^00020[0-9](?:0102|[0-5]\d\d\d|$)/', $text) === 1) {
            return true;
        }
        $names = array_column(Tlv::readable($text), 0);

        return preg_match('/^\d{4}.*6304[0-9A-Fa-f]{0,4}$/sD', $text) === 1 && count(array_intersect(self::NEEDED, $names)) >= 3;
    }

    /** @return list<Problem> */
    public static function problems(string $text): array
    {
        if (Tlv::parse($text) === null) {
            return self::lengthProblems($text);
        }

        return [...self::indicatorProblems($text), ...self::objectProblems($text), ...self::checkSumProblems($text)];
    }

    /** @return list<Problem> */
    private static function lengthProblems(string $text): array
    {
        // A check sum that is cut off is told as such.
        if (preg_match('/^(.*6304)([0-9A-Fa-f]{0,3})$/sD', $text, $match) === 1 && Tlv::parse(substr($match[1], 0, -4)) !== null) {
            $right = Tlv::crc($match[1]);

            return [...self::indicatorProblems($text), Problem::inText('crc_missing', "The check sum at the end is cut off: four hexadecimal digits follow 6304, and they would be $right.", mb_strlen($match[1]) + 1, self::SPECIFICATION.', 4.7.3', "Write $right", $match[1].$right)];
        }
        $repaired = Tlv::repaired($text);
        $at = $repaired[0] ?? array_sum(array_map(static fn (array $object): int => 4 + mb_strlen($object[1], 'UTF-8'), Tlv::readable($text)));
        $name = mb_substr($text, $at, 2, 'UTF-8');
        $length = mb_substr($text, $at + 2, 2, 'UTF-8');

        return [Problem::inText('length', "The lengths do not add up: the data object “{$name}” states {$length} characters, and what follows then is none. Applications refuse the whole payment.", $at + 3, self::SPECIFICATION.', 3.2', 'Write the right length', $repaired[1] ?? null)];
    }

    /** @return list<Problem> */
    private static function indicatorProblems(string $text): array
    {
        if (str_starts_with($text, '000201')) {
            return [];
        }
        $objects = Tlv::readable($text);
        $rest = implode('', array_map(static fn (array $object): string => Tlv::object($object[0], $object[1]), array_filter($objects, static fn (array $object): bool => $object[0] !== '00' && $object[0] !== '63')));

        return [Problem::inText('indicator', 'A merchant payment begins with its format indicator, 000201.', 1, self::SPECIFICATION.', 4.7.1', 'Put it first', '000201'.$rest.'6304'.Tlv::crc('000201'.$rest.'6304'))];
    }

    /** @return list<Problem> */
    private static function objectProblems(string $text): array
    {
        $problems = [];
        $seen = [];
        $at = 1;
        foreach (Tlv::parse($text) ?? [] as [$name, $value]) {
            if (isset($seen[$name])) {
                $problems[] = Problem::inText('doubled', "The data object {$name} stands twice; only one counts.", $at, self::SPECIFICATION.', 3.2');
            }
            $seen[$name] = true;
            $at += 4 + mb_strlen($value, 'UTF-8');
        }

        return $problems;
    }

    /** @return list<Problem> */
    private static function checkSumProblems(string $text): array
    {
        $clause = self::SPECIFICATION.', 4.7.3';
        if (preg_match('/^(.*6304)([0-9A-Fa-f]{4})$/sD', $text, $match) !== 1) {
            // The check sum is the last object of all.
            $body = implode('', array_map(static fn (array $object): string => Tlv::object($object[0], $object[1]), array_filter(Tlv::parse($text) ?? [], static fn (array $object): bool => $object[0] !== '63')));

            return [Problem::inText('crc_missing', 'The check sum is missing at the end: 6304 and four hexadecimal digits.', mb_strlen($text) + 1, $clause, 'Add it', $body.'6304'.Tlv::crc($body.'6304'))];
        }
        $right = Tlv::crc($match[1]);

        return strtoupper($match[2]) === $right ? [] : [Problem::inText('crc', "The check sum $match[2] is wrong: it would be $right. Something in the text was changed: compare amount and account before you trust it.", mb_strlen($match[1]) + 1, $clause, "Write $right", $match[1].$right)];
    }
}
