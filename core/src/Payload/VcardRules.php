<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** Which lines a vCard must have, by its own version, and which only once. */
final class VcardRules
{
    private const NEEDED = ['2.1' => ['N'], '3.0' => ['FN', 'N'], '4.0' => ['FN']];

    private const ONCE = ['VERSION', 'N', 'BDAY', 'REV', 'UID', 'PRODID', 'KIND', 'GENDER', 'ANNIVERSARY', 'CLASS'];

    private const CLAUSES = [
        '2.1' => ['BEGIN' => 'vCard 2.1, 2.1.1', 'VERSION' => 'vCard 2.1, 2.4.1', 'N' => 'vCard 2.1, 2.2.2', '' => 'vCard 2.1'],
        '3.0' => ['BEGIN' => 'RFC 2426 2.1.1', 'VERSION' => 'RFC 2426 3.6.9', 'FN' => 'RFC 2426 3.1.1', 'N' => 'RFC 2426 3.1.2', '' => 'RFC 2426 4'],
        '4.0' => ['BEGIN' => 'RFC 6350 6.1.2', 'VERSION' => 'RFC 6350 6.7.9', 'FN' => 'RFC 6350 6.2.1', 'N' => 'RFC 6350 6.2.2', '' => 'RFC 6350 3.3'],
    ];

    /** @return list<Problem> */
    public static function problems(string $text): array
    {
        $lines = ContentLines::read($text);
        $end = count($lines);
        foreach ($lines as $i => $line) {
            if ($line->name === 'END') {
                $end = $i;
                break;
            }
        }
        $card = array_slice($lines, 1, max(0, $end - 1));
        $values = [];
        foreach ($card as $line) {
            $values[$line->name] ??= $line->value;
        }
        $stated = trim($values['VERSION'] ?? '3.0');
        $version = isset(self::NEEDED[$stated]) ? $stated : '3.0';
        $second = $card[0]->position ?? mb_strlen($text) + 1;
        // What is missing comes behind the version, which may have to be first.
        $third = ($card[0]->name ?? '') === 'VERSION' ? $card[1]->position ?? $lines[$end]->position ?? mb_strlen($text) + 1 : $second;

        return [
            ...self::versionProblems($text, $values['VERSION'] ?? null, $version, $card, $second),
            ...self::missing($text, $values, $version, $third),
            ...self::doubled($text, $card, $version),
            ...ContentLines::nameless($text, $card, self::CLAUSES[$version]['']),
            ...self::endProblems($text, $lines, $end, $version),
        ];
    }

    /**
     * @param  list<ContentLine>  $card
     * @return list<Problem>
     */
    private static function versionProblems(string $text, ?string $stated, string $version, array $card, int $second): array
    {
        $clause = self::CLAUSES[$version]['VERSION'];
        if ($stated === null) {
            return [Problem::inText('version_missing', 'The line VERSION is missing, such as VERSION:3.0.', $second, $clause, 'Add VERSION:3.0', ContentLines::inserted($text, $second, 'VERSION:3.0'))];
        }
        if (trim($stated) !== $version) {
            return [Problem::inText('version', "There is no vCard version “{$stated}”: 2.1, 3.0 or 4.0.", self::place($card, 'VERSION'), $clause, 'Write 3.0', (string) preg_replace('/^(VERSION:)[^\r\n]*/im', '${1}3.0', $text, 1))];
        }
        if ($version === '4.0' && $card[0]->name !== 'VERSION') {
            $at = self::place($card, 'VERSION');

            return [Problem::inText('misplaced', 'In version 4.0 the line VERSION comes directly after BEGIN.', $at, $clause, 'Put it there', ContentLines::inserted(ContentLines::without($text, $at), $second, 'VERSION:4.0'))];
        }

        return [];
    }

    /**
     * @param  array<string, string>  $values
     * @return list<Problem>
     */
    private static function missing(string $text, array $values, string $version, int $second): array
    {
        $problems = [];
        foreach (self::NEEDED[$version] as $name) {
            if (isset($values[$name]) && trim($values[$name], "; \t") !== '' || ($name === 'N' && isset($values['N']) && isset($values['FN']))) {
                continue;
            }
            $line = $name === 'FN' ? self::shown($values) : self::structured($values);
            $what = $name === 'FN' ? 'FN, the name as it is shown,' : 'N, the name in its parts,';
            $bare = isset($values[$name]) ? ContentLines::without($text, self::place(ContentLines::read($text), $name)) : $text;
            $problems[] = Problem::inText(
                strtolower($name).'_missing', "The line $what is ".(isset($values[$name]) ? 'empty' : 'missing').": version $version needs it.", $second, self::CLAUSES[$version][$name] ?? self::CLAUSES[$version][''],
                $line === null ? null : "Add $line", $line === null ? null : ContentLines::inserted($bare, $second, $line),
            );
        }

        return $problems;
    }

    /** @param  array<string, string>  $values */
    private static function shown(array $values): ?string
    {
        $parts = array_map(ContentLines::plain(...), Escaped::split($values['N'] ?? '', ';'));
        $name = trim(implode(' ', array_filter([$parts[3] ?? '', $parts[1] ?? '', $parts[2] ?? '', $parts[0], $parts[4] ?? ''], static fn (string $part): bool => $part !== '')));
        $name = $name === '' ? ContentLines::plain(Escaped::split($values['ORG'] ?? $values['EMAIL'] ?? '', ';')[0]) : $name;

        return $name === '' ? null : 'FN:'.ContentLines::escaped($name);
    }

    /** @param  array<string, string>  $values */
    private static function structured(array $values): ?string
    {
        $shown = trim(ContentLines::plain($values['FN'] ?? ''));
        if ($shown === '') {
            return null;
        }
        $words = explode(' ', $shown);
        $family = (string) array_pop($words);

        return 'N:'.ContentLines::escaped($family).';'.ContentLines::escaped(implode(' ', $words)).';;;';
    }

    /**
     * @param  list<ContentLine>  $card
     * @return list<Problem>
     */
    private static function doubled(string $text, array $card, string $version): array
    {
        $problems = [];
        $seen = [];
        foreach ($card as $line) {
            if (isset($seen[$line->name]) && in_array($line->name, self::ONCE, true)) {
                $problems[] = Problem::inText('doubled', "The line {$line->name} stands twice; only one counts.", $line->position, self::CLAUSES[$version][$line->name] ?? self::CLAUSES[$version][''], 'Keep the first', ContentLines::without($text, $line->position));
            }
            $seen[$line->name] = true;
        }

        return $problems;
    }

    /**
     * @param  list<ContentLine>  $lines
     * @return list<Problem>
     */
    private static function endProblems(string $text, array $lines, int $end, string $version): array
    {
        $clause = self::CLAUSES[$version]['BEGIN'];
        if ($end === count($lines)) {
            $at = mb_strlen(rtrim($text)) + 1;

            return [Problem::inText('end_missing', 'The last line END:VCARD is missing.', $at, $clause, 'Add END:VCARD', ContentLines::inserted(rtrim($text), $at, 'END:VCARD'))];
        }
        if (strcasecmp(trim($lines[$end]->value), 'VCARD') !== 0) {
            return [Problem::inText('end', "The card ends with END:{$lines[$end]->value}; it should be END:VCARD.", $lines[$end]->position, $clause, 'Write END:VCARD', ContentLines::inserted(ContentLines::without($text, $lines[$end]->position), $lines[$end]->position, 'END:VCARD'))];
        }

        return isset($lines[$end + 1])
            ? [new Problem(Severity::Note, 'several', 'text', 'More stands behind the first card; most phones save the first alone.', position: $lines[$end + 1]->position)]
            : [];
    }

    /** @param  list<ContentLine>  $lines */
    private static function place(array $lines, string $name): int
    {
        foreach ($lines as $line) {
            if ($line->name === $name) {
                return $line->position;
            }
        }

        return 1;
    }
}
