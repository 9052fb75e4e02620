<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Content lines of vCard (RFC 6350 3.2) and iCalendar (RFC 5545 3.1). */
final class ContentLines
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

    /**
     * Unfolded lines with their places, empty ones left out. A fold is a line break and one space or tab, which go
     * together (RFC 6350 3.2, RFC 5545 3.1); in vCard 2.1 the space stays, and a line of quoted-printable goes on
     * after a = at its end.
     *
     * @return list<ContentLine>
     */
    public static function read(string $text): array
    {
        $keepsSpace = preg_match('/^VERSION:2\.1\s*$/im', $text) === 1;
        $lines = [];
        $position = 1;
        $current = null;
        $start = 1;
        foreach (preg_split('/(\r\n|\n|\r)/', $text, -1, PREG_SPLIT_DELIM_CAPTURE) ?: [] as $i => $piece) {
            if ($i % 2 === 0) {
                $isFold = $current !== null && $piece !== '' && ($piece[0] === ' ' || $piece[0] === "\t");
                if ($current !== null && str_ends_with($current, '=') && ContentLine::isQuotedPrintable($current)) {
                    $current = substr($current, 0, -1).ltrim($piece, " \t");
                } elseif ($isFold) {
                    $current .= $keepsSpace ? $piece : substr($piece, 1);
                } else {
                    $lines[] = [$current ?? '', $start];
                    [$current, $start] = [$piece, $position];
                }
            }
            $position += mb_strlen($piece, 'UTF-8');
        }
        $lines[] = [$current ?? '', $start];

        return array_map(
            static fn (array $line): ContentLine => ContentLine::of($line[0], $line[1]),
            array_values(array_filter($lines, static fn (array $line): bool => trim($line[0]) !== '')),
        );
    }

    /**
     * Lines that are none: without a colon.
     *
     * @param  list<ContentLine>  $lines
     * @return list<Problem>
     */
    public static function nameless(string $text, array $lines, string $clause): array
    {
        return array_values(array_map(
            static fn (ContentLine $line): Problem => Problem::inText('nameless', '“'.mb_strimwidth($line->line, 0, 40, '…', 'UTF-8').'” is no line: that has a name, a colon and a value. A long one goes on in the next after a space.', $line->position, $clause, 'Leave it out', self::without($text, $line->position)),
            array_filter($lines, static fn (ContentLine $line): bool => ! str_contains($line->line, ':')),
        ));
    }

    /** The text with a line put before the character at a position, in the text's own manner of breaking lines. */
    public static function inserted(string $text, int $position, string $line): string
    {
        $break = str_contains($text, "\r\n") || ! str_contains($text, "\n") ? "\r\n" : "\n";
        $before = mb_substr($text, 0, $position - 1, 'UTF-8');
        $after = mb_substr($text, $position - 1, null, 'UTF-8');
        $before .= $before === '' || preg_match('/[\r\n]$/D', $before) === 1 ? '' : $break;

        return $before.$line.$break.$after;
    }

    /** The text without the line that begins at a position, folds included. */
    public static function without(string $text, int $position): string
    {
        $before = mb_substr($text, 0, $position - 1, 'UTF-8');
        $after = mb_substr($text, $position - 1, null, 'UTF-8');

        return $before.preg_replace('/^[^\r\n]*(?:(?:\r\n|\n|\r)[ \t][^\r\n]*)*(?:\r\n|\n|\r)?/', '', $after, 1);
    }

    /** TEXT value: backslash, semicolon, comma and line break escaped. */
    public static function escaped(string $value): string
    {
        return str_replace(['\\', ';', ',', "\n"], ['\\\\', '\;', '\,', '\n'], $value);
    }

    /** A value without its backslashes (RFC 5545 3.3.11, RFC 2426 5). */
    public static function plain(string $value): string
    {
        return (string) preg_replace_callback('/\\\\(.)/su', static fn (array $match): string => in_array($match[1], ['n', 'N'], true) ? "\n" : $match[1], $value);
    }
}
