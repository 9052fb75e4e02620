<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

/**
 * The table by which ISO/IEC 15415:2011 grades modulation and reflectance margin (7.8.4.3 and 7.8.5): at each level all codewords
 * that do not reach it count as wrong, and what correction would be left decides how much of that level is kept. The best of all
 * levels is the grade.
 */
final class CodewordLevels
{
    /**
     * @param  array<int, list<int>>  $levels  4 to 0, of each codeword, by block
     * @param  int  $repairable  codewords that the correction of a block can make good
     * @return int 4 to 0
     */
    public static function grade(array $levels, int $repairable): int
    {
        $best = 0;
        for ($level = 4; $level > $best; $level--) {
            $wrong = array_map(static fn (array $block): int => count(array_filter($block, static fn (int $one): bool => $one < $level)), $levels);
            $best = max($best, min($level, self::unused()->grade(self::left(max([0, ...$wrong]), $repairable))));
        }

        return $best;
    }

    /**
     * The share of a block's correction that is left (7.8.8): 1 − 2t / capacity, where each codeword made good takes two of the capacity.
     *
     * @param  int  $wrong  codewords
     */
    public static function left(int $wrong, int $repairable): float
    {
        return max(0.0, 1 - $wrong / max(1, $repairable));
    }

    /** The levels that unused error correction is graded by (ISO/IEC 15415 7.8.8): 0.62, 0.50, 0.37 and 0.25. */
    public static function unused(): Scale
    {
        return Scale::atLeast(0.62, 0.50, 0.37, 0.25);
    }
}
