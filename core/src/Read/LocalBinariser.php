<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function count;
use function intdiv;
use function max;
use function min;
use function pack;

/**
 * Grey to two tones with a threshold for every place: half way between the mean of the dark and the mean of the light
 * pixels around it, so that shadows, gradients and blank margins do not move the edges. Where all is one tone it is light.
 */
final class LocalBinariser
{
    /** Blocks of eight pixels on each side that have a say: a window of 72 to 80 pixels. */
    private const RADIUS = 4;

    /** The same when only the nearest count: 24 pixels. */
    private const NEAR = 1;

    /** Difference of dark and light, of 127, below which a window is one tone. */
    private const CONTRAST = 6;

    /** The same in a noisy picture. */
    private const NOISE = 16;

    private const ONES = 0x0101010101010101;

    private const EVEN = 0x00FF00FF00FF00FF;

    /**
     * @param  list<array<int, int>>  $rows  the plane's, eight pixels an integer
     * @param  ?list<array<int, int>>  $half  those of the plane at half size, from which thresholds are had at a quarter of the cost
     * @param  bool  $near  whether only the nearest pixels have a say: for a faint symbol in bright surroundings
     * @param  ?ReadBudget  $budget  how long it may take; no limit when null
     *
     * @throws TimeIsUp
     */
    public static function binarise(GreyPlane $plane, array $rows, ?array $half, bool $near = false, ?ReadBudget $budget = null): BitPlane
    {
        $block = $half === null ? 1 : 2;
        $coarse = $half ?? $rows;
        $across = count($coarse[0]);
        $thresholds = self::thresholds($coarse, $across, $near ? self::NEAR : ($half === null ? self::RADIUS : intdiv(self::RADIUS, 2)), $budget);

        return new BitPlane($plane->width, $plane->height, self::apply($rows, $thresholds, $across, $block, $budget));
    }

    /**
     * @param  list<array<int, int>>  $rows
     * @return list<int> a grey for each block of eight by eight pixels
     */
    private static function thresholds(array $rows, int $across, int $radius, ?ReadBudget $budget): array
    {
        $height = count($rows);
        $down = intdiv($height + 7, 8);
        $all = BoxSums::around(self::sums($rows, $across, $down), $across, $down, $radius);
        $pixels = self::pixels($height, $across, $down, $radius);
        $means = [];
        foreach ($all as $i => $sum) {
            $means[] = intdiv($sum, $pixels[$i]);
        }
        $budget?->insist();
        [$darkSums, $darkCounts] = self::dark($rows, $means, $across, $down);
        $budget?->insist();
        $darkSums = BoxSums::around($darkSums, $across, $down, $radius);
        $darkCounts = BoxSums::around($darkCounts, $across, $down, $radius);
        $middles = [];
        $apart = [];
        foreach ($darkCounts as $i => $count) {
            $light = $pixels[$i] - $count;
            if ($count === 0 || $light === 0) {
                $middles[] = 0;
                $apart[] = 0;

                continue;
            }
            $dark = $darkSums[$i] / $count;
            $bright = ($all[$i] - $darkSums[$i]) / $light;
            $middles[] = (int) (($dark + $bright) / 2);
            // Where thresholds differ from block to block the dark can be lighter than the light.
            $apart[] = $bright > $dark ? (int) ($bright - $dark) : 0;
        }
        $least = self::least($apart);
        $thresholds = [];
        foreach ($middles as $i => $middle) {
            $thresholds[] = $apart[$i] < $least ? 0 : $middle;
        }

        return $thresholds;
    }

    /**
     * What is more than noise: half as much again as the calmest fifth of the picture has.
     *
     * @param  list<int>  $apart  difference of light and dark by block
     */
    private static function least(array $apart): int
    {
        $blocks = array_fill(0, 128, 0);
        foreach ($apart as $difference) {
            $blocks[$difference]++;
        }
        $calmest = 0;
        for ($left = intdiv(count($apart), 5) - $blocks[0]; $left >= 0; $left -= $blocks[$calmest]) {
            $calmest++;
        }

        return (int) max(self::CONTRAST, min(self::NOISE, 1.6 * $calmest));
    }

    /** @return list<int> pixels in the window around each block */
    private static function pixels(int $height, int $across, int $down, int $radius): array
    {
        $pixels = [];
        for ($by = 0; $by < $down; $by++) {
            $tall = min($height, 8 * ($by + $radius + 1)) - max(0, 8 * ($by - $radius));
            for ($bx = 0; $bx < $across; $bx++) {
                $left = $bx > $radius ? $bx - $radius : 0;
                $right = $bx + $radius < $across ? $bx + $radius + 1 : $across;
                $pixels[] = 8 * ($right - $left) * $tall;
            }
        }

        return $pixels;
    }

    /**
     * @param  list<array<int, int>>  $rows  eight pixels an integer, from 1
     * @return list<int> sum of each block
     */
    private static function sums(array $rows, int $across, int $down): array
    {
        $sums = [];
        $even = self::EVEN;
        for ($by = 0; $by < $down; $by++) {
            $lines = array_slice($rows, 8 * $by, 8);
            for ($bx = 1; $bx <= $across; $bx++) {
                $sum = 0;
                foreach ($lines as $line) {
                    $eight = $line[$bx];
                    $sum += ($eight & $even) + (($eight >> 8) & $even);
                }
                $sum += $sum >> 32;
                $sums[] = ($sum + ($sum >> 16)) & 0xFFFF;
            }
        }

        return $sums;
    }

    /**
     * Dark pixels of each block by a first threshold: their greys together, and how many they are.
     *
     * @param  list<array<int, int>>  $rows
     * @param  list<int>  $thresholds
     * @return array{list<int>, list<int>}
     */
    private static function dark(array $rows, array $thresholds, int $across, int $down): array
    {
        $sums = [];
        $counts = [];
        $even = self::EVEN;
        $i = 0;
        for ($by = 0; $by < $down; $by++) {
            $lines = array_slice($rows, 8 * $by, 8);
            for ($bx = 1; $bx <= $across; $bx++) {
                $threshold = self::lanes($thresholds[$i++]);
                $sum = 0;
                $count = 0;
                foreach ($lines as $line) {
                    $eight = $line[$bx];
                    $dark = ((($threshold - $eight) ^ PHP_INT_MIN) >> 7) & 0x0101010101010101;
                    $count += $dark;
                    $mask = $dark << 6;
                    $eight &= $mask | ($mask - $dark);
                    $sum += ($eight & $even) + (($eight >> 8) & $even);
                }
                $sum += $sum >> 32;
                $sums[] = ($sum + ($sum >> 16)) & 0xFFFF;
                $count = ($count & $even) + (($count >> 8) & $even);
                $count += $count >> 32;
                $counts[] = ($count + ($count >> 16)) & 0xFFFF;
            }
        }

        return [$sums, $counts];
    }

    /**
     * @param  list<array<int, int>>  $rows
     * @param  list<int>  $thresholds
     * @param  int  $block  integers, and eights of rows, that share a threshold
     */
    private static function apply(array $rows, array $thresholds, int $across, int $block, ?ReadBudget $budget): string
    {
        $bits = '';
        $lanes = [];
        $line = [];
        $last = intdiv(count($thresholds), $across) - 1;
        $wide = count($rows[0]);
        foreach ($rows as $y => $row) {
            if ($y % (8 * $block) === 0) {
                $budget?->insist();
                $lanes = [];
                $at = min($last, intdiv($y, 8 * $block)) * $across;
                for ($i = 0; $i < $wide; $i++) {
                    $lanes[$i + 1] = self::lanes($thresholds[$at + min($across - 1, intdiv($i, $block))]);
                }
            }
            foreach ($row as $i => $eight) {
                $line[$i] = ((($lanes[$i] - $eight) ^ PHP_INT_MIN) >> 7) & 0x0101010101010101;
            }
            $bits .= pack('P*', ...$line);
        }

        return $bits;
    }

    /** The threshold in each of eight bytes with the bit above it set, so that a difference leaves that bit where the pixel is as dark; the top byte has the sign for it. */
    private static function lanes(int $threshold): int
    {
        return ($threshold * self::ONES) | 0x0080808080808080;
    }
}
