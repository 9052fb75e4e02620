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
}
