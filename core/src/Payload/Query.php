<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Query of a URI (RFC 3986 3.4), as name and value pairs. */
final class Query
{
    /** @return array{string, ?string, string} what stands before the query, the query without "?", and the fragment with "#" */
    public static function split(string $uri): array
    {
        $parts = explode('#', $uri, 2);
        $fragment = $parts[1] ?? null;
        $main = explode('?', $parts[0], 2);

        return [$main[0], $main[1] ?? null, $fragment === null ? '' : '#'.$fragment];
    }

    /**
     * Adds pairs, already encoded, before the fragment.
     *
     * @param  list<string>  $pairs
     */
    public static function append(string $uri, array $pairs): string
    {
        if ($pairs === []) {
            return $uri;
        }
        [$before, $query, $fragment] = self::split($uri);
        $first = $query === null || $query === '' ? '' : rtrim($query, '&').'&';

        return $before.'?'.$first.implode('&', $pairs).$fragment;
    }
}
