<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

/** Code 39: ISO/IEC 16388. */
final class Code39
{
    /** The 43 characters in the order of their values (table 1). */
    public const CHARACTERS = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ-. $/+%';

    /** Nine elements of each, bar first, the start and stop character last. */
    public const PATTERNS = [
        'nnnwwnwnn', 'wnnwnnnnw', 'nnwwnnnnw', 'wnwwnnnnn', 'nnnwwnnnw', 'wnnwwnnnn', 'nnwwwnnnn', 'nnnwnnwnw', 'wnnwnnwnn', 'nnwwnnwnn',
        'wnnnnwnnw', 'nnwnnwnnw', 'wnwnnwnnn', 'nnnnwwnnw', 'wnnnwwnnn', 'nnwnwwnnn', 'nnnnnwwnw', 'wnnnnwwnn', 'nnwnnwwnn', 'nnnnwwwnn',
        'wnnnnnnww', 'nnwnnnnww', 'wnwnnnnwn', 'nnnnwnnww', 'wnnnwnnwn', 'nnwnwnnwn', 'nnnnnnwww', 'wnnnnnwwn', 'nnwnnnwwn', 'nnnnwnwwn',
        'wwnnnnnnw', 'nwwnnnnnw', 'wwwnnnnnn', 'nwnnwnnnw', 'wwnnwnnnn', 'nwwnwnnnn', 'nwnnnnwnw', 'wwnnnnwnn', 'nwwnnnwnn', 'nwnwnwnnn',
        'nwnwnnnwn', 'nwnnnwnwn', 'nnnwnwnwn', 'nwnnwnwnn',
    ];

    private const STOP = 43;

    private const MAX = 80;

    /** A wide element has this many modules; 2 to 3 are allowed. */
    private const WIDE = 3;

    /**
     * Capitals, digits and seven signs (ISO/IEC 16388).
     *
     * @param  bool  $checked  whether a check character modulo 43 is added
     *
     * @throws InvalidBars for other characters, or a text that is too long
     */
    public static function encode(string $text, bool $checked = false): LinearSymbol
    {
        if ($text === '' || strlen($text) > self::MAX) {
            throw new InvalidBars('Code 39 takes 1 to '.self::MAX.' characters.');
        }
        $length = strspn($text, self::CHARACTERS);
        if ($length < strlen($text)) {
            $wrong = mb_substr(mb_scrub(substr($text, $length), 'UTF-8'), 0, 1, 'UTF-8');
            $hint = strspn(strtoupper($text), self::CHARACTERS) === strlen($text) ? ' Write capitals.' : ' It takes digits, capitals, space and - . $ / + %.';
            throw new InvalidBars("Code 39 has no “{$wrong}”.$hint");
        }
        $carried = $checked ? $text.self::check($text) : $text;
        $values = [self::STOP, ...array_map(static fn (string $character): int => (int) strpos(self::CHARACTERS, $character), str_split($carried)), self::STOP];
        $pattern = implode('n', array_map(static fn (int $value): string => self::PATTERNS[$value], $values));
        $bars = Itf14::bars($pattern, self::WIDE);

        return new LinearSymbol(LinearSymbology::Code39, $carried, $bars, $pattern, [10, 10], max(40, (int) ceil(strlen($bars) * 0.15)), [new HumanReadableText("*$carried*", strlen($bars) / 2, 6)]);
    }

    /** Check character modulo 43 (annex A). */
    public static function check(string $text): string
    {
        $sum = 0;
        foreach (str_split($text) as $character) {
            $sum += (int) strpos(self::CHARACTERS, $character);
        }

        return self::CHARACTERS[$sum % 43];
    }
}
