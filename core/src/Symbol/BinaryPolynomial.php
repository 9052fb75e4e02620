<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Polynomials whose coefficients are bits, each bit the coefficient of the power of x that its place names (annexes C.2 and D.2). */
final class BinaryPolynomial
{
    /** Generator of the BCH(15,5) code: x^10 + x^8 + x^5 + x^4 + x^2 + x + 1 (annex C.2). */
    public const BCH_15_5 = 1 << 10 | 1 << 8 | 1 << 5 | 1 << 4 | 1 << 2 | 1 << 1 | 1;

    /** Generator of the BCH(18,6) code: x^12 + x^11 + x^10 + x^9 + x^8 + x^5 + x^2 + 1 (annex D.2). */
    public const BCH_18_6 = 1 << 12 | 1 << 11 | 1 << 10 | 1 << 9 | 1 << 8 | 1 << 5 | 1 << 2 | 1;

    /**
     * A message with the check bits that make the whole divisible by the generator: it is raised by the generator's
     * degree, and the remainder of the division put behind it.
     */
    public static function protected(int $message, int $generator): int
    {
        $raised = $message << self::degree($generator);

        return $raised | self::remainder($raised, $generator);
    }

    /** What is left of a polynomial when the divisor was taken away, at the highest power, as often as it goes. */
    public static function remainder(int $dividend, int $divisor): int
    {
        $degree = self::degree($divisor);
        for ($power = self::degree($dividend); $power >= $degree; $power = self::degree($dividend)) {
            $dividend ^= $divisor << $power - $degree;
        }

        return $dividend;
    }

    /** The highest power that occurs; -1 for nothing. */
    public static function degree(int $polynomial): int
    {
        return $polynomial === 0 ? -1 : strlen(decbin($polynomial)) - 1;
    }
}
