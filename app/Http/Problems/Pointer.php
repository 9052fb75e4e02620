<?php

declare(strict_types=1);

namespace App\Http\Problems;

/** Places in the body that was sent: JSON pointers as URI fragments (RFC 6901 6). */
final class Pointer
{
    /**
     * @param  string  $path  names with points between them, a point within a name behind a backslash
     * @param  array<array-key, mixed>  $body  as it was sent
     */
    public static function of(string $path, array $body): string
    {
        $names = array_map(static fn (string $name): string => str_replace('\.', '.', $name), preg_split('/(?<!\\\\)\./', $path) ?: []);
        $pointer = '#';
        $here = $body;
        foreach (self::asSent($names, $body) as $name) {
            // A single value may stand where a list of them could: the pointer ends at what was sent.
            if (! is_array($here)) {
                break;
            }
            // Brackets and their like may stand in a fragment (RFC 3986 3.5).
            $pointer .= '/'.strtr(rawurlencode(str_replace(['~', '/'], ['~0', '~1'], $name)), ['%28' => '(', '%29' => ')', '%2C' => ',', '%3A' => ':', '%40' => '@', '%2A' => '*', '%2B' => '+']);
            $here = $here[$name] ?? [];
        }

        return $pointer;
    }

    /**
     * GS1 elements may be named by their identifiers in place of a list.
     *
     * @param  list<string>  $names
     * @param  array<array-key, mixed>  $body
     * @return list<string>
     */
    private static function asSent(array $names, array $body): array
    {
        $fields = $body['fields'] ?? null;
        if (! is_array($fields) || ($names[0] ?? '') !== 'fields' || ($names[1] ?? '') !== 'elements' || ! isset($names[2])) {
            return $names;
        }
        $listed = is_array($fields['elements'] ?? null) ? count($fields['elements']) : 0;
        $named = array_values(array_filter(array_map(strval(...), array_keys($fields)), static fn (string $name): bool => preg_match('/^\(?(\d{2,4}|3\d\dn)\)?$/D', $name) === 1));
        $at = (int) $names[2] - $listed;

        return $at >= 0 && isset($named[$at]) ? ['fields', $named[$at]] : $names;
    }
}
