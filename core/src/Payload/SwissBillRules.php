<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** The lines of a Swiss bill: each data element has one of its own (Swiss Implementation Guidelines QR-bill 2.3, 4.2.2). */
final class SwissBillRules
{
    private const GUIDELINES = 'Swiss Implementation Guidelines QR-bill 2.3';

    /** Elements that every bill has, up to the trailer EPD; one for bill information and two for alternatives may follow. */
    private const MIN_LINES = 31;

    private const MAX_LINES = 34;

    /** What elements with known contents look like, by their place. */
    private const ANCHORS = [0 => 'SPC', 1 => '0\d{3}', 2 => '1', 3 => '(?:CH|LI)[0-9A-Z ]{19,25}', 4 => '[SK]', 19 => 'CHF|EUR', 27 => 'QRR|SCOR|NON', 30 => 'EPD'];

    /** @return list<string> without the empty one after a last line break */
    public static function lines(string $text): array
    {
        return preg_split('/\r\n|\n|\r/', (string) preg_replace('/(?:\r\n|\n|\r)+$/D', '', $text)) ?: [];
    }

    /**
     * The elements in their places after one line was taken out or put in; null when they stand there already, or
     * no single line mends it.
     *
     * @return ?list<string>
     */
    public static function aligned(string $text): ?array
    {
        $lines = self::lines($text);
        if (self::fits($lines)) {
            return null;
        }
        $ended = [...array_slice($lines, 0, self::MIN_LINES - 1), 'EPD', ...array_slice($lines, self::MIN_LINES - 1)];
        if (! in_array('EPD', $lines, true) && self::fits($ended)) {
            return $ended;
        }
        for ($i = self::MIN_LINES; $i > 2; $i--) {
            $longer = [...array_slice($lines, 0, $i), '', ...array_slice($lines, $i)];
            if (self::fits($longer)) {
                return $longer;
            }
        }
        // An empty line too many is likelier than a filled one.
        foreach ([true, false] as $empty) {
            for ($i = min(self::MIN_LINES, count($lines) - 1); $i > 2; $i--) {
                $shorter = [...array_slice($lines, 0, $i), ...array_slice($lines, $i + 1)];
                if (($lines[$i] === '') === $empty && self::fits($shorter)) {
                    return $shorter;
                }
            }
        }

        return null;
    }

    /** @return list<Problem> */
    public static function problems(string $text): array
    {
        $lines = self::lines($text);
        $problems = [];
        $version = $lines[1] ?? '';
        if ($version !== '0200') {
            $problems[] = Problem::inText('version', "This bill states version “{$version}”; there is 0200 alone, and banks refuse any other.", self::place($text, 1), self::GUIDELINES.', 4.2.2 (Version)', 'Write 0200', self::replaced($text, 1, '0200'));
        }
        if (($lines[2] ?? '') !== '1') {
            $problems[] = Problem::inText('coding', 'The third line states the coding: 1, which is UTF-8 with Latin letters.', self::place($text, 2), self::GUIDELINES.', 4.2.2 (Coding Type)', 'Write 1', isset($lines[2]) ? self::replaced($text, 2, '1') : null);
        }

        return [...$problems, ...self::countProblems($text, $lines), ...self::contentProblems($text, self::aligned($text) ?? $lines)];
    }

    /**
     * @param  list<string>  $lines
     * @return list<Problem>
     */
    private static function countProblems(string $text, array $lines): array
    {
        $trailer = array_search('EPD', $lines, true);
        $clause = self::GUIDELINES.', 4.2.2 and 4.2.3';
        if ($trailer === self::MIN_LINES - 1) {
            return count($lines) <= self::MAX_LINES ? [] : [Problem::inText('lines', sprintf('Behind EPD stand %d lines; bill information and two alternative procedures are the most.', count($lines) - self::MIN_LINES), self::place($text, self::MAX_LINES), $clause)];
        }
        $aligned = self::aligned($text);
        $repaired = $aligned === null ? null : implode(str_contains($text, "\r\n") ? "\r\n" : "\n", $aligned);
        if ($trailer === false) {
            return [Problem::inText('trailer_missing', 'The line EPD, which ends the payment part, is missing.', self::place($text, min(count($lines), self::MIN_LINES - 1)), $clause, 'Put the lines right', $repaired)];
        }
        $difference = $trailer - (self::MIN_LINES - 1);
        $at = $aligned === null ? $trailer : self::firstDifference($lines, $aligned);

        return [Problem::inText('lines', sprintf('EPD is line %d and should be line %d: %d %s. Everything behind is read as something else.', $trailer + 1, self::MIN_LINES, abs($difference), $difference > 0 ? 'too many stand before it' : 'are missing before it; elements without a value need their empty line too'), self::place($text, $at), $clause, 'Put the lines right', $repaired)];
    }

    /**
     * @param  list<string>  $lines
     * @return list<Problem>
     */
    private static function contentProblems(string $text, array $lines): array
    {
        $problems = [];
        if (implode('', array_slice($lines, 11, 7)) !== '') {
            $problems[] = Problem::inText('reserved', 'The seven lines for an ultimate creditor stay empty: they are kept for later use.', self::place($text, 11), self::GUIDELINES.', 4.2.2 (Ultimate Creditor)');
        }
        $reference = Iban::compact($lines[28] ?? '');
        $type = $lines[27] ?? '';
        $right = $reference === '' ? 'NON' : (str_starts_with($reference, 'RF') ? 'SCOR' : 'QRR');
        if (in_array($type, ['QRR', 'SCOR', 'NON'], true) && $type !== $right) {
            $problems[] = Problem::inText('reference_type', "The reference is said to be {$type}, but what stands there is {$right}.", self::place($text, 27), self::GUIDELINES.', 4.2.2 (Reference Type)', "Write $right", self::replaced($text, 27, $right));
        } elseif (! in_array($type, ['QRR', 'SCOR', 'NON'], true) && count($lines) >= self::MIN_LINES) {
            $problems[] = Problem::inText('reference_type', "“{$type}” is no type of reference: QRR, SCOR or NON.", self::place($text, 27), self::GUIDELINES.', 4.2.2 (Reference Type)', "Write $right", self::replaced($text, 27, $right));
        }

        return $problems;
    }

    /** @param  list<string>  $lines */
    private static function fits(array $lines): bool
    {
        if (count($lines) < self::MIN_LINES || count($lines) > self::MAX_LINES) {
            return false;
        }
        foreach (self::ANCHORS as $at => $pattern) {
            if (preg_match("/^(?:$pattern)$/D", $lines[$at]) !== 1) {
                return false;
            }
        }

        // What is kept for an ultimate creditor is empty: an amount that has slipped up into it is out of its place.
        if (implode('', array_slice($lines, 11, 7)) !== '') {
            return false;
        }

        // An amount is a number or nothing, and a payer has an address type where one is named.
        return preg_match('/^(?:\d{1,9}(?:\.\d{1,2})?)?$/D', $lines[18]) === 1 && preg_match('/^[SK]?$/D', $lines[20]) === 1 && preg_match('/^(?:[A-Z]{2})?$/D', $lines[10]) === 1 && preg_match('/^(?:[A-Z]{2})?$/D', $lines[26]) === 1;
    }

    /**
     * @param  list<string>  $lines
     * @param  list<string>  $aligned
     */
    private static function firstDifference(array $lines, array $aligned): int
    {
        foreach ($aligned as $i => $line) {
            if (($lines[$i] ?? null) !== $line) {
                return min($i, count($lines) - 1);
            }
        }

        return count($aligned);
    }

    /** Character at which a line begins, from 1. */
    private static function place(string $text, int $line): int
    {
        $parts = preg_split('/\r\n|\n|\r/', $text, $line + 1, PREG_SPLIT_OFFSET_CAPTURE) ?: [];

        return isset($parts[$line]) ? PlainText::position($text, $parts[$line][1]) : mb_strlen($text) + 1;
    }

    private static function replaced(string $text, int $line, string $with): string
    {
        $lines = self::lines($text);
        $lines[$line] = $with;

        return implode(str_contains($text, "\r\n") ? "\r\n" : "\n", $lines);
    }
}
