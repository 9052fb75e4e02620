<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Percent signs of a URI, each with two hexadecimal digits behind it (RFC 3986 2.1). */
final class PercentSigns
{
    /** Forms of older phones that are no URIs, though they look like some. */
    private const OTHERS = '/^(?:SMSTO|MATMSG|URLTO):/i';

    /** @return list<Problem> */
    public static function problems(string $text): array
    {
        $bare = '/%(?![0-9A-Fa-f]{2})/';
        if (preg_match(self::OTHERS, $text) === 1 || preg_match($bare, $text, $match, PREG_OFFSET_CAPTURE) !== 1) {
            return [];
        }

        return [Problem::inText('percent', 'A % sign must be followed by two hexadecimal digits; a plain % is written %25.', PlainText::position($text, $match[0][1]), 'RFC 3986 2.1', 'Write %25', (string) preg_replace($bare, '%25', $text))];
    }
}
