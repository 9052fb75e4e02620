<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Character sets that byte segments can be written in, with their ECI assignment numbers (AIM ECI register). */
enum CharacterSet: string
{
    /** What phones read: see TextCoding::of. */
    case Auto = 'auto';

    /** Bytes as they come, nothing said about them. */
    case Bytes = 'bytes';
    case Utf8 = 'utf-8';
    case ShiftJis = 'shift-jis';
    case Latin1 = 'iso-8859-1';
    case Latin2 = 'iso-8859-2';
    case Latin3 = 'iso-8859-3';
    case Latin4 = 'iso-8859-4';
    case Cyrillic = 'iso-8859-5';
    case Arabic = 'iso-8859-6';
    case Greek = 'iso-8859-7';
    case Hebrew = 'iso-8859-8';
    case Latin5 = 'iso-8859-9';
    case Latin6 = 'iso-8859-10';
    case Latin7 = 'iso-8859-13';
    case Latin8 = 'iso-8859-14';
    case Latin9 = 'iso-8859-15';
    case Latin10 = 'iso-8859-16';

    /** ECI assignment number; null where none is stated. */
    public function eci(): ?int
    {
        return match ($this) {
            self::Auto, self::Bytes => null,
            self::Utf8 => 26,
            self::ShiftJis => 20,
            default => (int) substr($this->value, 9) + 2,
        };
    }

    /** The set's name for PHP's mbstring. */
    public function encoding(): string
    {
        return $this === self::ShiftJis ? 'SJIS' : strtoupper($this->value);
    }
}
