<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Tests;

/** The seed of the random tests. Each test has its own row of numbers, from the seed of the run and the test's name, so that it fails alone as it failed among others. */
final class Chance
{
    private static ?int $seed = null;

    /** The seed of this run: of the environment, or new. */
    public static function seed(): int
    {
        if (self::$seed === null) {
            $given = getenv('SEED');
            self::$seed = is_string($given) && ctype_digit($given) ? (int) $given : random_int(1, 999_999);
            fwrite(STDERR, '  Random tests: SEED='.self::$seed." runs them again.\n");
        }

        return self::$seed;
    }

    public static function begin(string $test): void
    {
        mt_srand(self::seed() ^ crc32($test));
    }
}
