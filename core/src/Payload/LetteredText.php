<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Texts of named parts that each end in a semicolon, the whole in one more: WIFI:, MECARD:, MATMSG:, MEBKM:. */
final class LetteredText
{
    /**
     * A missing end, parts that stand twice where only one counts, and parts without their letter.
     *
     * @param  string  $scheme  before the first colon
     * @param  list<string>  $single  names that may stand once
     * @return list<Problem>
     */
    public static function faults(string $text, string $scheme, array $single, string $clause): array
    {
        $problems = [];
        $bare = rtrim($text);
        if (preg_match('/(?<!\\\\)(?:\\\\\\\\)*;;$/D', $bare) !== 1) {
            $end = preg_match('/(?<!\\\\)(?:\\\\\\\\)*;$/D', $bare) === 1 ? ';' : ';;';
            $problems[] = Problem::inText('end_missing', 'The end is missing: two semicolons. Some readers go on into what is not there, others show it as text.', mb_strlen($bare) + 1, $clause, 'Add the end', $bare.$end);
        }
        $at = strlen($scheme) + 1;
        $seen = [];
        foreach (Escaped::split(substr($text, $at), ';') as $part) {
            $name = strtoupper(trim(explode(':', $part, 2)[0]));
            if (! str_contains($part, ':') && trim($part) !== '' && $at > strlen($scheme) + 1) {
                $problems[] = Problem::inText('nameless', "“{$part}” has no letter and colon before it, so readers drop it. A semicolon within a value is written \\;.", PlainText::position($text, $at), $clause, 'Write \\;', substr($text, 0, $at - 1).'\\'.substr($text, $at - 1));
            }
            if (in_array($name, $single, true) && str_contains($part, ':') && isset($seen[$name])) {
                $rest = substr($text, 0, $at).substr($text, $at + strlen($part) + 1);
                $problems[] = Problem::inText('doubled', "“{$name}:” stands twice; readers take the first or the last of them.", PlainText::position($text, $at), $clause, 'Keep the first', $rest);
            }
            $seen[$name] = true;
            $at += strlen($part) + 1;
        }

        return $problems;
    }
}
