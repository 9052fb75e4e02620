<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

/** Grades as numbers from 4.0 to 0.0, and the letters that they are called by (ISO/IEC 15415:2011, 6.2). */
enum Letter: string
{
    case A = 'A';
    case B = 'B';
    case C = 'C';
    case D = 'D';
    case F = 'F';

    /** The letter of a grade from 0 to 4, halves going up (ISO/IEC 15415 5.2): 3.5 and more is A, 2.5 B, 1.5 C, 0.5 D. */
    public static function of(float $grade): self
    {
        return match (true) {
            $grade >= 3.5 => self::A,
            $grade >= 2.5 => self::B,
            $grade >= 1.5 => self::C,
            $grade >= 0.5 => self::D,
            default => self::F,
        };
    }

    /** The least grade that has the letter. */
    public function least(): float
    {
        return match ($this) {
            self::A => 3.5,
            self::B => 2.5,
            self::C => 1.5,
            self::D => 0.5,
            self::F => 0.0,
        };
    }
}
