<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Rules for text that is only shown. */
final class PlainText
{
    /** Characters that turn the direction of writing or hide: U+200E, U+200F, U+202A to U+202E, U+2066 to U+2069. */
    public const DIRECTION_MARKS = '/[\x{200E}\x{200F}\x{202A}-\x{202E}\x{2066}-\x{2069}]/u';

    /** @return list<Problem> */
    public static function check(string $text): array
    {
        if ($text === '') {
            return [new Problem(Severity::Error, 'empty', 'text', 'Write the text that the symbol should carry.', refused: true)];
        }
        if (! mb_check_encoding($text, 'UTF-8')) {
            return [];
        }
        $problems = [];
        if (preg_match(self::DIRECTION_MARKS, $text, $match) === 1) {
            $problems[] = new Problem(Severity::Caution, 'direction_mark', 'text', sprintf('The text holds U+%04X, an invisible mark that turns the direction of writing.', mb_ord($match[0])), 'Remove the marks', (string) preg_replace(self::DIRECTION_MARKS, '', $text));
        }
        if (preg_match('/[\x00-\x08\x0B\x0C\x0E-\x1F\x7F]/', $text, $match) === 1) {
            $problems[] = new Problem(Severity::Caution, 'control', 'text', sprintf('The text holds the control character U+%04X, which phones show as a box or not at all.', ord($match[0])));
        }
        if (trim($text) !== $text) {
            $problems[] = new Problem(Severity::Caution, 'outer_space', 'text', 'The text begins or ends with a space or line break.', 'Remove outer spaces', trim($text));
        }

        return $problems;
    }
}
