<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

/** Arithmetic in GF(256) with the polynomial x^8+x^4+x^3+x^2+1, ISO/IEC 18004:2015 7.5.2. */
final class Galois
{
    /** @var array<int, int> powers of alpha, twice over so that sums of two logarithms need no reduction */
    private static array $exp = [];

    /** @var array<int, int> logarithms; entry 0 is meaningless */
    private static array $log = [];

    /** @return array<int, int> alpha^0 to alpha^509 */
    public static function exp(): array
    {
        self::build();

        return self::$exp;
    }

    /** @return array<int, int> logarithms of 1 to 255, at their own index */
    public static function log(): array
    {
        self::build();

        return self::$log;
    }

    /** Product of two elements, each 0 to 255. */
    public static function multiply(int $a, int $b): int
    {
        self::build();

        return $a === 0 || $b === 0 ? 0 : self::$exp[self::$log[$a] + self::$log[$b]];
    }

    private static function build(): void
    {
        if (self::$exp !== []) {
            return;
        }
        $exp = [];
        $log = array_fill(0, 256, 0);
        $value = 1;
        for ($i = 0; $i < 510; $i++) {
            $exp[] = $value;
            if ($i < 255) {
                $log[$value] = $i;
            }
            $value <<= 1;
            if ($value > 255) {
                $value ^= 0x11D;
            }
        }
        self::$exp = $exp;
        self::$log = $log;
    }
}
