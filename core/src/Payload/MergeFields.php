<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Places such as {{email}} in a link that get a value for each recipient. */
final class MergeFields
{
    private const PLACE = '/\{\{\s*([A-Za-z_][A-Za-z0-9_.-]{0,63})\s*\}\}/';

    /** @return list<string> each name once, in order */
    public static function names(string $link): array
    {
        preg_match_all(self::PLACE, $link, $match);

        return array_values(array_unique($match[1]));
    }

    /**
     * Fills in values, each percent-encoded exactly once (RFC 3986 2.1); names without a value stay.
     *
     * @param  array<array-key, string>  $values  as people write them, not encoded
     */
    public static function fill(string $link, array $values): string
    {
        return (string) preg_replace_callback(
            self::PLACE,
            static fn (array $match): string => isset($values[$match[1]]) ? rawurlencode($values[$match[1]]) : $match[0],
            $link,
        );
    }

    /** The link with a letter in each place, for checks of everything else. */
    public static function blanked(string $link): string
    {
        return (string) preg_replace(self::PLACE, 'x', $link);
    }
}
