<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** A stretch of the text in one mode, ISO/IEC 18004:2015 7.4. */
final readonly class Segment
{
    /** @param  string  $data characters of the mode's set; bytes in byte mode */
    public function __construct(
        public Mode $mode,
        public string $data,
    ) {
    }

    /** Characters as the character count indicator counts them. */
    public function characters(): int
    {
        return strlen($this->data);
    }

    /** Bits of header and data in this version. */
    public function bits(Version $version): int
    {
        return 4 + $this->mode->countBits($version) + $this->mode->dataBits($this->characters());
    }

    /** Header and data as a string of '0' and '1' (7.4.2 to 7.4.5). */
    public function toBitString(Version $version): string
    {
        $header = sprintf(
            '%04b%0'.$this->mode->countBits($version).'b',
            $this->mode->indicator(),
            $this->characters(),
        );

        return $header.match ($this->mode) {
            Mode::Numeric => self::numericBits($this->data),
            Mode::Alphanumeric => self::alphanumericBits($this->data),
            Mode::Byte => BitString::ofBytes($this->data),
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
}
