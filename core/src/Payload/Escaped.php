<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Values in which some characters stand behind a backslash. */
final class Escaped
{
    /** @param  string  $special  characters to put a backslash before */
    public static function of(string $value, string $special): string
    {
        return addcslashes($value, $special);
    }

    /** Without the backslashes; one at the end stays. */
    public static function plain(string $value): string
    {
        return (string) preg_replace('/\\\\(.)/su', '$1', $value);
    }

    /**
     * Parts between separators that stand behind no backslash, the backslashes kept.
     *
     * @return list<string>
     */
    public static function split(string $value, string $separator): array
    {
        $parts = [''];
        $last = 0;
        $length = strlen($value);
        for ($i = 0; $i < $length; $i++) {
            if ($value[$i] === '\\' && $i + 1 < $length) {
                $parts[$last] .= $value[$i].$value[++$i];
            } elseif ($value[$i] === $separator) {
                $parts[++$last] = '';
            } else {
                $parts[$last] .= $value[$i];
            }
        }

        return array_values($parts);
    }
}
