<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Parameters of a URI and fields, both ways; parameters that no field takes are kept as they stand. */
final class ParameterList
{
    /**
     * Fields that have a value as name=value, each encoded exactly once.
     *
     * @param  array<string, string>  $names  the parameter's name by our field
     * @return list<string>
     */
    public static function write(Values $values, array $names): array
    {
        $pairs = [];
        foreach ($names as $field => $name) {
            if ($values->has($field)) {
                $pairs[] = "$name=".rawurlencode($values->text($field));
            }
        }

        return $pairs;
    }

    /**
     * @param  list<string>  $pairs  name=value, encoded
     * @param  array<string, string>  $names  our field by the parameter's name
     * @return array<string, string|list<string>>
     */
    public static function read(array $pairs, array $names): array
    {
        $fields = [];
        $extra = [];
        foreach ($pairs as $pair) {
            [$name, $value] = [...explode('=', $pair, 2), null];
            $plain = rawurldecode((string) $value);
            $field = $names[$name] ?? null;
            if ($field !== null && $plain !== '' && ! isset($fields[$field]) && mb_check_encoding($plain, 'UTF-8')) {
                $fields[$field] = $plain;
            } elseif ($pair !== '') {
                $extra[] = $pair;
            }
        }

        return $extra === [] ? $fields : $fields + ['extra' => $extra];
    }

    /**
     * Parameters that stand again where only one counts.
     *
     * @param  array<string>  $pairs  name=value, as they stand in the text
     * @param  list<string>  $names  of those that count once
     * @return list<Problem>
     */
    public static function doubled(string $text, array $pairs, array $names, string $clause): array
    {
        $problems = [];
        $seen = [];
        $from = 0;
        foreach ($pairs as $pair) {
            $at = $pair === '' ? false : strpos($text, $pair, $from);
            $from = $at === false ? $from : $at + strlen($pair);
            $name = strtolower(rawurldecode(explode('=', $pair, 2)[0]));
            if ($at !== false && isset($seen[$name]) && in_array($name, $names, true)) {
                $problems[] = Problem::inText('doubled', "“{$name}” stands twice; readers take the first or the last of them.", PlainText::position($text, $at), $clause, 'Keep the first', substr($text, 0, $at - 1).substr($text, $from));
            }
            $seen[$name] = true;
        }

        return $problems;
    }
}
