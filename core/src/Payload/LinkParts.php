<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

use Closure;

/** A link taken apart into its address and the parameters that have fields of their own. */
final class LinkParts
{
    /**
     * The address with the fields that have values behind it, each encoded exactly once.
     *
     * @param  array<string, string>  $parameters  names of parameters by field
     */
    public static function write(Values $values, string $addressField, array $parameters): string
    {
        return Query::append($values->text($addressField), ParameterList::write($values, $parameters));
    }

    /**
     * Parameters become fields only when writing the fields gives the same link again.
     *
     * @param  array<string, string>  $names  our field by the parameter's name
     * @param  Closure(array<string, string>): string  $write
     * @return ?array<string, string> null for what is no link
     */
    public static function read(string $text, array $names, string $addressField, Closure $write): ?array
    {
        if (preg_match('#^https?://[^\s/?\#]#i', $text) !== 1) {
            return null;
        }
        [$before, $query, $fragment] = Query::split($text);
        $rest = [];
        $fields = [];
        foreach ($query === null ? [] : explode('&', $query) as $pair) {
            [$name, $value] = [...explode('=', $pair, 2), ''];
            $plain = rawurldecode($value);
            $field = $names[$name] ?? null;
            if ($field !== null && $plain !== '' && ! isset($fields[$field]) && mb_check_encoding($plain, 'UTF-8') && preg_match('/[\x00-\x1F\x7F]/', $plain) !== 1) {
                $fields[$field] = $plain;
            } else {
                $rest[] = $pair;
            }
        }
        $found = [$addressField => $before.($rest === [] ? '' : '?'.implode('&', $rest)).$fragment] + $fields;

        return $write($found) === $text ? $found : [$addressField => $text];
    }
}
