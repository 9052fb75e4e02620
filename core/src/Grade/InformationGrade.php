<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

use KeenGlyph\Core\Symbol\FormatInformation;
use KeenGlyph\Core\Symbol\Version;
use KeenGlyph\Core\Symbol\VersionInformation;

/**
 * What is left of the correction of the format information and, from version 7 on, of the version information
 * (ISO/IEC 18004:2015, annex G, additional parameters). Each stands in the symbol twice and repairs three modules.
 */
final class InformationGrade
{
    /** Damaged modules of a copy for grades 4 to 1; with a fourth, the code can no longer be sure. */
    private const DAMAGED = [0.0, 1.0, 2.0, 3.0];

    /**
     * The mean of both copies' grades, rounded down: one good copy reads, two are what was meant.
     *
     * @param  callable(int, int): bool  $isDamaged  of a column and row
     */
    public static function format(Version $version, callable $isDamaged): int
    {
        return self::ofBoth(array_map(static fn (int $bit): array => FormatInformation::places($bit, $version->modules()), range(0, 14)), $isDamaged);
    }

    /**
     * @param  callable(int, int): bool  $isDamaged  of a column and row
     * @return ?int null below version 7, which has none
     */
    public static function version(Version $version, callable $isDamaged): ?int
    {
        return $version->number < 7 ? null : self::ofBoth(array_map(static fn (int $bit): array => VersionInformation::places($bit, $version->modules()), range(0, 17)), $isDamaged);
    }

    /**
     * @param  list<array{array{int, int}, array{int, int}}>  $places  of each bit in both copies
     * @param  callable(int, int): bool  $isDamaged
     */
    private static function ofBoth(array $places, callable $isDamaged): int
    {
        $sum = 0;
        foreach ([0, 1] as $copy) {
            $sum += Scale::atMost(...self::DAMAGED)->grade(count(array_filter($places, static fn (array $pair): bool => $isDamaged(...$pair[$copy]))));
        }

        return intdiv($sum, 2);
    }
}
