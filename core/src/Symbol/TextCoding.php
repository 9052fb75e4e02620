<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** A text in the bytes that a symbol will carry, and why these. */
final readonly class TextCoding
{
    /**
     * @param  string  $text  as it was given
     * @param  string  $bytes  in the character set
     * @param  ?list<TextCharacter>  $characters  where kanji mode may be used; null where it may not
     * @param  string  $reason  why this set, for people
     */
    private function __construct(
        public string $text,
        public string $bytes,
        public ?int $eci,
        public ?array $characters,
        public string $reason,
    ) {
    }

    /**
     * Without a wish: ASCII needs no word; anything else is UTF-8 without ECI, which phones recognise by its
     * form, while some of them show or refuse an ECI. Kanji mode is used when every character outside ASCII
     * has a kanji code, so that no byte is left to a reader's guess.
     *
     * @throws InvalidSymbol when the text cannot be written in the set, naming the first character at fault
     */
    public static function of(string $text, CharacterSet $set): self
    {
        if ($set === CharacterSet::Bytes) {
            return new self($text, $text, null, null, 'Bytes as given, with nothing said about their character set.');
        }
        $isAscii = preg_match('/[^\x00-\x7F]/', $text) !== 1;
        if ($set === CharacterSet::Auto) {
            return match (true) {
                $isAscii => new self($text, $text, null, null, 'ASCII, which every reader takes the same way.'),
                ! mb_check_encoding($text, 'UTF-8') => new self($text, $text, null, null, 'The bytes are not UTF-8: they stand as given, and readers guess.'),
                default => self::unstated($text),
            };
        }
        if (! mb_check_encoding($text, 'UTF-8')) {
            throw new InvalidSymbol("The text is not valid UTF-8, so it cannot be written as {$set->value}. Ask for raw bytes instead.");
        }
        $bytes = $set === CharacterSet::Utf8 ? $text : self::converted($text, $set);
        $allowsKanji = ! $isAscii && ($set === CharacterSet::Utf8 || $set === CharacterSet::ShiftJis);

        return new self($text, $bytes, $set->eci(), $allowsKanji ? self::characters($text, $set->encoding()) : null, sprintf('ECI %06d states %s, as asked. Old readers may show or refuse it.', $set->eci(), strtoupper($set->value)));
    }

    /** UTF-8 without ECI, and without kanji mode: what remains when the two would be mixed. */
    public function withoutKanji(): self
    {
        if ($this->characters === null || $this->eci !== null) {
            return new self($this->text, $this->bytes, $this->eci, null, $this->reason);
        }

        return new self($this->text, $this->bytes, $this->eci, null, 'UTF-8 without ECI: phones recognise it by its form.');
    }

    private static function unstated(string $text): self
    {
        $characters = self::characters($text, 'UTF-8');
        foreach ($characters as $character) {
            if ($character->kanji === null && ord($character->bytes) > 0x7F) {
                return new self($text, $text, null, null, 'UTF-8 without ECI: phones recognise it by its form.');
            }
        }

        return new self($text, $text, null, $characters, 'Every character outside ASCII has a kanji code, so none is left to a reader’s guess.');
    }

    private static function converted(string $text, CharacterSet $set): string
    {
        $bytes = mb_convert_encoding($text, $set->encoding(), 'UTF-8');
        if (mb_convert_encoding($bytes, 'UTF-8', $set->encoding()) === $text) {
            return $bytes;
        }
        foreach (mb_str_split($text, 1, 'UTF-8') as $character) {
            if (mb_convert_encoding(mb_convert_encoding($character, $set->encoding(), 'UTF-8'), 'UTF-8', $set->encoding()) !== $character) {
                throw new InvalidSymbol(sprintf('“%s” (U+%04X) has no place in %s. Choose UTF-8.', $character, mb_ord($character, 'UTF-8'), strtoupper($set->value)));
            }
        }
        throw new InvalidSymbol('The text cannot be written in '.strtoupper($set->value).'. Choose UTF-8.');
    }

    /** @return list<TextCharacter> */
    private static function characters(string $text, string $encoding): array
    {
        /** @var array<string, array<string, TextCharacter>> $known */
        static $known = [];
        $characters = [];
        foreach (mb_str_split($text, 1, 'UTF-8') as $character) {
            $characters[] = $known[$encoding][$character] ??= new TextCharacter(
                $encoding === 'UTF-8' ? $character : mb_convert_encoding($character, $encoding, 'UTF-8'),
                self::kanji($character),
            );
            if (count($known[$encoding]) > 8000) {
                $known[$encoding] = [];
            }
        }

        return $characters;
    }

    /** The character's pair in the ranges of kanji mode (7.4.6), when the two tables in use for Shift JIS agree on it. */
    private static function kanji(string $character): ?string
    {
        if (strlen($character) === 1) {
            return null;
        }
        $pair = mb_convert_encoding($character, 'SJIS', 'UTF-8');
        if (strlen($pair) !== 2 || mb_convert_encoding($pair, 'UTF-8', 'SJIS') !== $character || mb_convert_encoding($pair, 'UTF-8', 'SJIS-win') !== $character) {
            return null;
        }
        $code = ord($pair[0]) << 8 | ord($pair[1]);

        return ($code >= 0x8140 && $code <= 0x9FFC) || ($code >= 0xE040 && $code <= 0xEBBF) ? $pair : null;
    }
}
