<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** A text cut into the pieces that a segment cannot break: bytes, or characters where kanji mode may be used. */
final readonly class Units
{
    public const DIGIT = '0';

    public const CAPITAL = '1';

    public const OTHER = '2';

    public const KANJI = '3';

    /** A percent sign where FNC1 makes it two in alphanumeric mode (ISO/IEC 18004:2015 7.4.8.2). */
    public const PERCENT = '4';

    /** Separates element strings where FNC1 is in force; alphanumeric mode writes it as a percent sign. */
    public const SEPARATOR = "\x1D";

    /**
     * @param  string  $classes  a class for each unit
     * @param  string  $bytes  all units together
     * @param  ?list<TextCharacter>  $characters  null when every unit is a byte
     * @param  ?list<int>  $offsets  where each unit begins in the bytes, and their end; null when every unit is a byte
     */
    private function __construct(
        public string $classes,
        private string $bytes,
        private ?array $characters,
        private ?array $offsets,
        private bool $fnc1,
    ) {
    }

    /** The characters of a text, one after the other, with the modes that can carry each. */
    public static function of(TextCoding $coding, bool $fnc1): self
    {
        if ($coding->characters === null) {
            return new self(self::classesOfBytes($coding->bytes, $fnc1), $coding->bytes, null, null, $fnc1);
        }
        $classes = '';
        $offsets = [];
        $at = 0;
        foreach ($coding->characters as $character) {
            $size = strlen($character->bytes);
            $classes .= $character->kanji !== null ? self::KANJI : ($size === 1 ? self::classesOfBytes($character->bytes, $fnc1) : self::OTHER);
            $offsets[] = $at;
            $at += $size;
        }
        $offsets[] = $at;

        return new self($classes, $coding->bytes, $coding->characters, $offsets, $fnc1);
    }

    /** How many characters there are. */
    public function count(): int
    {
        return strlen($this->classes);
    }

    /** Whether all of it can stand in one segment of a mode. */
    public function fit(Mode $mode): bool
    {
        return match ($mode) {
            Mode::Numeric => strspn($this->classes, self::DIGIT) === $this->count(),
            Mode::Alphanumeric => strspn($this->classes, self::DIGIT.self::CAPITAL.self::PERCENT) === $this->count(),
            Mode::Kanji => strspn($this->classes, self::KANJI) === $this->count(),
            default => true,
        };
    }

    /** Bytes from the unit `$from` up to, not including, the unit `$to`. */
    public function bytesBetween(int $from, int $to): int
    {
        return $this->offsets === null ? $to - $from : $this->offsets[$to] - $this->offsets[$from];
    }

    /** The units from `$from` up to, not including, `$to` as a segment. */
    public function segment(Mode $mode, int $from, int $to): Segment
    {
        if ($mode === Mode::Kanji) {
            return new Segment($mode, implode('', array_map(static fn (TextCharacter $character): string => (string) $character->kanji, array_slice($this->characters ?? [], $from, $to - $from))));
        }
        $start = $this->offsets === null ? $from : $this->offsets[$from];
        $data = substr($this->bytes, $start, $this->bytesBetween($from, $to));

        return new Segment($mode, $this->fnc1 && $mode === Mode::Alphanumeric ? strtr($data, ['%' => '%%', self::SEPARATOR => '%']) : $data);
    }

    private static function classesOfBytes(string $bytes, bool $fnc1): string
    {
        /** @var ?array{string, string, string} $maps */
        static $maps = null;
        if ($maps === null) {
            $from = implode('', array_map('chr', range(0, 255)));
            $plain = (string) preg_replace(['/[0-9]/', '#[A-Z $%*+./:\-]#', '/[^\x00\x01]/'], ["\0", "\1", "\2"], $from);
            $plain = strtr($plain, "\0\1\2", '012');
            // The first two bytes are control characters, not classes.
            $plain = '22'.substr($plain, 2);
            $marked = $plain;
            $marked[ord('%')] = self::PERCENT;
            $marked[ord(self::SEPARATOR)] = self::CAPITAL;
            $maps = [$from, $plain, $marked];
        }

        return strtr($bytes, $maps[0], $maps[$fnc1 ? 2 : 1]);
    }
}
