<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Content lines of vCard (RFC 6350 3.2) and iCalendar (RFC 5545 3.1). */
final class Folding
{
    /** Longest line in bytes, its line break not counted. */
    private const LINE = 75;

    /**
     * Lines joined by CRLF, long ones folded between characters.
     *
     * @param  list<string>  $lines
     */
    public static function join(array $lines): string
    {
        $text = '';
        foreach ($lines as $line) {
            $room = self::LINE;
            while (strlen($line) > $room) {
                $piece = mb_strcut($line, 0, $room, 'UTF-8');
                $text .= $piece."\r\n ";
                $line = substr($line, strlen($piece));
                $room = self::LINE - 1;
            }
            $text .= "$line\r\n";
        }

        return $text;
    }

    /** @return list<string> unfolded lines, empty ones left out */
    public static function split(string $text): array
    {
        $unfolded = (string) preg_replace('/\r?\n[ \t]/', '', $text);

        return array_values(array_filter(preg_split('/\r\n|\n|\r/', $unfolded) ?: [], static fn (string $line): bool => trim($line) !== ''));
    }

    /**
     * A line's name in capitals, its parameters, and its value.
     *
     * @return array{string, list<string>, string}
     */
    public static function parse(string $line): array
    {
        $quoted = false;
        $colon = null;
        for ($i = 0; $i < strlen($line) && $colon === null; $i++) {
            $quoted = $line[$i] === '"' ? ! $quoted : $quoted;
            $colon = $line[$i] === ':' && ! $quoted ? $i : null;
        }
        $parts = explode(';', substr($line, 0, $colon ?? strlen($line)));

        return [strtoupper((string) array_shift($parts)), $parts, $colon === null ? '' : substr($line, $colon + 1)];
    }

    /** TEXT value: backslash, semicolon, comma and line break escaped. */
    public static function escaped(string $value): string
    {
        return str_replace(['\\', ';', ',', "\n"], ['\\\\', '\;', '\,', '\n'], $value);
    }

    public static function plain(string $value): string
    {
        return (string) preg_replace_callback('/\\\\(.)/su', static fn (array $match): string => in_array($match[1], ['n', 'N'], true) ? "\n" : $match[1], $value);
    }
}
