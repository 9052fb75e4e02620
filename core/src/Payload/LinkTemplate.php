<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** A link with places such as {number}, filled in and recognised again. */
final class LinkTemplate
{
    /** @param  array<string, string>  $values by place, encoded here exactly once */
    public static function fill(string $template, array $values): string
    {
        return (string) preg_replace_callback('/\{(\w+)\}/', static fn (array $match): string => rawurlencode($values[$match[1]] ?? ''), $template);
    }

    /** @return ?array<string, string> decoded values by place; null when the link is not made from the template */
    public static function match(string $template, string $link): ?array
    {
        $pattern = '';
        $named = [];
        foreach (preg_split('/(\{\w+\})/', $template, -1, PREG_SPLIT_DELIM_CAPTURE) ?: [] as $part) {
            if (preg_match('/^\{([A-Za-z]\w*)\}$/D', $part, $match) !== 1) {
                $pattern .= preg_quote($part, '~');
            } elseif (isset($named[$match[1]])) {
                // The same place again holds the same value.
                $pattern .= "\\k<$match[1]>";
            } else {
                $pattern .= "(?<$match[1]>[^/?#&=]*)";
                $named[$match[1]] = true;
            }
        }
        if (preg_match("~^$pattern$~D", $link, $match) !== 1) {
            return null;
        }
        $values = array_map(rawurldecode(...), array_filter($match, is_string(...), ARRAY_FILTER_USE_KEY));

        return array_filter($values, static fn (string $value): bool => ! mb_check_encoding($value, 'UTF-8')) === [] ? $values : null;
    }

    /** @return list<string> names of the places */
    public static function places(string $template): array
    {
        preg_match_all('/\{(\w+)\}/', $template, $match);

        return $match[1];
    }
}
