<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** A stretch of the text in one mode, or a word about what follows: ISO/IEC 18004:2015 7.4. */
final readonly class Segment
{
    /** Largest ECI assignment number (7.4.2.2). */
    private const MAX_ECI = 999999;

    /**
     * @param  string  $data  characters of the mode's set; bytes in byte mode, Shift JIS pairs in kanji mode;
     *                        for modes without characters the bits after the indicator, as '0' and '1'
     */
    public function __construct(
        public Mode $mode,
        public string $data,
    ) {
    }

    /**
     * States the character set of the byte segments that follow (7.4.2.2, table 4).
     *
     * @throws InvalidSymbol when the number is not 0 to 999999
     */
    public static function eci(int $number): self
    {
        if ($number < 0 || $number > self::MAX_ECI) {
            throw new InvalidSymbol('An ECI assignment number is 0 to 999999.');
        }

        return new self(Mode::Eci, match (true) {
            $number < 128 => sprintf('%08b', $number),
            $number < 16384 => sprintf('10%014b', $number),
            default => sprintf('110%021b', $number),
        });
    }

    /** The text is made of GS1 element strings (7.4.8.2). */
    public static function fnc1First(): self
    {
        return new self(Mode::Fnc1First, '');
    }

    /**
     * The text follows an industry's own specification (7.4.8.3).
     *
     * @param  string  $indicator  two digits or one letter
     *
     * @throws InvalidSymbol for any other indicator
     */
    public static function fnc1Second(string $indicator): self
    {
        return new self(Mode::Fnc1Second, sprintf('%08b', match (1) {
            preg_match('/^\d\d$/D', $indicator) => (int) $indicator,
            preg_match('/^[A-Za-z]$/D', $indicator) => ord($indicator) + 100,
            default => throw new InvalidSymbol('An application indicator is two digits or one letter.'),
        }));
    }

    /**
     * Place of the symbol in a sequence (clause 8).
     *
     * @param  int  $index  from 0
     * @param  int  $total  2 to 16
     * @param  int  $parity  exclusive or of all bytes of the whole text
     */
    public static function structuredAppend(int $index, int $total, int $parity): self
    {
        return new self(Mode::StructuredAppend, sprintf('%04b%04b%08b', $index, $total - 1, $parity));
    }

    /** Characters as the character count indicator counts them. */
    public function characters(): int
    {
        return match ($this->mode) {
            Mode::Kanji => intdiv(strlen($this->data), 2),
            default => $this->mode->carriesText() ? strlen($this->data) : 0,
        };
    }

    /** Bits of header and data in this version. */
    public function bits(SymbolVersion $version): int
    {
        $bits = strlen((string) $version->indicator($this->mode)) + $version->countBits($this->mode);

        return $bits + ($this->mode->carriesText() ? $this->mode->dataBits($this->characters()) : strlen($this->data));
    }

    /**
     * Bits of all segments in this version.
     *
     * @param  list<self>  $segments
     */
    public static function total(array $segments, SymbolVersion $version): int
    {
        $bits = 0;
        foreach ($segments as $segment) {
            $bits += $segment->bits($version);
        }

        return $bits;
    }

    /**
     * Header and data as a string of '0' and '1' (7.4.2 to 7.4.8).
     *
     * @throws InvalidSymbol when the version does not know the mode
     */
    public function toBitString(SymbolVersion $version): string
    {
        $header = $version->indicator($this->mode)
            ?? throw new InvalidSymbol("A symbol of version {$version->label()} has no {$this->mode->value} mode.");
        if ($this->mode->carriesText()) {
            $header .= sprintf('%0'.$version->countBits($this->mode).'b', $this->characters());
        }

        return $header.match ($this->mode) {
            Mode::Numeric => self::numericBits($this->data),
            Mode::Alphanumeric => self::alphanumericBits($this->data),
            Mode::Byte => BitString::ofBytes($this->data),
            Mode::Kanji => self::kanjiBits($this->data),
            default => $this->data,
        };
    }

    private static function numericBits(string $digits): string
    {
        $bits = '';
        foreach (str_split($digits, 3) as $group) {
            $bits .= sprintf(['', '%04b', '%07b', '%010b'][strlen($group)], $group);
        }

        return $bits;
    }

    private static function alphanumericBits(string $text): string
    {
        $values = array_flip(str_split(Mode::ALPHANUMERIC));
        $bits = '';
        foreach (str_split($text, 2) as $pair) {
            $bits .= strlen($pair) === 2
                ? sprintf('%011b', $values[$pair[0]] * 45 + $values[$pair[1]])
                : sprintf('%06b', $values[$pair]);
        }

        return $bits;
    }

    /** Thirteen bits a character (7.4.6). */
    private static function kanjiBits(string $shiftJis): string
    {
        $bits = '';
        foreach (str_split($shiftJis, 2) as $pair) {
            $code = ord($pair[0]) << 8 | ord($pair[1]);
            $code -= $code <= 0x9FFC ? 0x8140 : 0xC140;
            $bits .= sprintf('%013b', ($code >> 8) * 0xC0 + ($code & 0xFF));
        }

        return $bits;
    }
}
