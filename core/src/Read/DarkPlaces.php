<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function array_slice;
use function array_sum;
use function count;
use function max;
use function ord;
use function round;
use function sqrt;
use function substr;
use function unpack;
use function usort;

/**
 * Places where the middle of a blurred finder pattern may be: the darkest of what lies around, and roughly as a pattern
 * blurred by a disc has it, by whole pixels and every other module.
 */
final class DarkPlaces
{
    /** Greys, of 127, by which the middle must be darker than the lightest pixel two away in half the size. */
    private const CONTRAST = 7;

    /** Pixels a side below which there is no room for a pattern. */
    private const LEAST = 12;

    /** Pixels in a row that may be as dark as each other, but for the last. */
    private const ALIKE = 4;

    /** Darkest places looked at, those with most contrast first. Tuned on the bench: a version 6 has some 200. */
    private const PLACES = 360;

    /** Pixels a module; a pattern half way between two still correlates with both. */
    private const SIZES = [1.6, 2.1, 2.8];

    /** Degrees; a quarter turn leaves the pattern as it is. */
    private const TURNS = [0, 45];

    /** Correlation from which a place is worth a closer look: of the true ones that were measured none had less, moved by three modules or not. */
    private const LIKELY = 0.33;

    /** Mean square difference of greys, below which there is nothing to compare. */
    private const FLAT = 9.0;

    /** The topmost bit of each of the seven lower bytes: a difference takes it away where it is below nought, and the sign tells it of the eighth. */
    private const TOPS = 0x80 * 0x0001010101010101;

    /**
     * @param  int  $level  of the pyramid, whose modules have 1.5 to 3 pixels
     * @return list<array{float, float, float}> place and pixels a module at that level, the likeliest first
     */
    public static function of(Pyramid $pyramid, int $level): array
    {
        $likely = [];
        $plane = $pyramid->level($level);
        if (min($plane->width, $plane->height) < self::LEAST) {
            return [];
        }
        $places = self::darkest($plane, $pyramid->level($level + 1));
        $best = [];
        foreach (self::SIZES as $size) {
            foreach (self::TURNS as $turn) {
                [$offsets, $reach] = self::offsets($size, (float) $turn, $plane->width);
                foreach ($places as $i => [$x, $y]) {
                    if ($x < $reach || $y < $reach || $x >= $plane->width - $reach || $y >= $plane->height - $reach) {
                        continue;
                    }
                    $fit = self::fit($plane->pixels, $y * $plane->width + $x, $offsets);
                    if ($fit > ($best[$i][0] ?? self::LIKELY)) {
                        $best[$i] = [$fit, $size];
                    }
                }
            }
        }
        foreach ($best as $i => [$fit, $size]) {
            $likely[] = [$fit, $places[$i][0] + 0.5, $places[$i][1] + 0.5, $size];
        }
        usort($likely, static fn (array $a, array $b): int => $b[0] <=> $a[0]);

        return array_map(static fn (array $one): array => [$one[1], $one[2], $one[3]], $likely);
    }

    /**
     * Correlation of the likeliest template with the pixels around one. Patterns look the same after half a turn, so that two
     * places opposite each other share a weight.
     *
     * @param  string  $pixels  the plane's greys
     * @param  list<int>  $offsets  of one half of the pattern
     */
    private static function fit(string $pixels, int $at, array $offsets): float
    {
        [$small, $large] = self::templates();
        $grey = ord($pixels[$at]);
        $last = count($offsets);
        [$sum, $squares] = [$grey, $grey * $grey];
        [$one, $other] = [$small[$last] * $grey, $large[$last] * $grey];
        foreach ($offsets as $k => $offset) {
            $grey = ord($pixels[$at + $offset]);
            $opposite = ord($pixels[$at - $offset]);
            $squares += $grey * $grey + $opposite * $opposite;
            $grey += $opposite;
            $sum += $grey;
            $one += $small[$k] * $grey;
            $other += $large[$k] * $grey;
        }
        $taken = 2 * $last + 1;
        $spread = $squares - $sum * $sum / $taken;

        return $spread < $taken * self::FLAT ? -1.0 : max($one, $other) / sqrt($spread);
    }

    /**
     * Where every other module of a pattern's first half lies from its middle; the other half lies opposite.
     *
     * @return array{list<int>, int} in pixels; and how far off the farthest lies
     */
    private static function offsets(float $size, float $turn, int $width): array
    {
        [$c, $s] = [$size * cos(deg2rad($turn)), $size * sin(deg2rad($turn))];
        $offsets = [];
        for ($k = 0; $k < intdiv(FinderTemplates::SIDE ** 2, 2); $k += 2) {
            [$u, $v] = [$k % FinderTemplates::SIDE - FinderTemplates::REACH, intdiv($k, FinderTemplates::SIDE) - FinderTemplates::REACH];
            $offsets[] = (int) round($u * $s + $v * $c) * $width + (int) round($u * $c - $v * $s);
        }

        return [$offsets, 1 + (int) ceil(FinderTemplates::REACH * (abs($c) + abs($s)))];
    }

    /** @return array{list<float>, list<float>} those blurred by discs, at every other module of one half, the middle last: of mean nought and length one */
    private static function templates(): array
    {
        /** @var ?array{list<float>, list<float>} $made */
        static $made = null;

        return $made ??= [self::every(FinderTemplates::all()[0]), self::every(FinderTemplates::all()[1])];
    }

    /**
     * @param  list<float>  $template
     * @return list<float>
     */
    private static function every(array $template): array
    {
        $some = array_values(array_filter($template, static fn (int $k): bool => $k % 2 === 0, ARRAY_FILTER_USE_KEY));
        $mean = array_sum($some) / count($some);
        $length = sqrt(array_sum(array_map(static fn (float $weight): float => ($weight - $mean) ** 2, $some)));

        return array_map(static fn (float $weight): float => ($weight - $mean) / $length, array_slice($some, 0, intdiv(count($some), 2) + 1));
    }

    /**
     * The darkest of all pixels beside them in half the size, eight at a time; of each the darkest in full size.
     *
     * @return list<array{int, int}> those with most contrast first
     */
    private static function darkest(GreyPlane $plane, GreyPlane $half): array
    {
        [$w, $h, $p] = [$half->width, $half->height, $half->pixels];
        $found = [];
        [$above, $row] = [self::besides($p, 0, $w), self::besides($p, $w, $w)];
        for ($y = 1; $y < $h - 1; $y++) {
            $below = self::besides($p, ($y + 1) * $w, $w);
            [$aboveLeft, $aboveOwn, $aboveRight] = $above;
            [$left, $here, $right] = $row;
            [$belowLeft, $belowOwn, $belowRight] = $below;
            foreach ($here as $i => $own) {
                // A bit is left at the top of each byte that is no lighter than any before it, and darker than any after it.
                $least = ((($left[$i] | self::TOPS) - $own) ^ PHP_INT_MIN)
                    & ((($aboveOwn[$i] | self::TOPS) - $own) ^ PHP_INT_MIN)
                    & (($own | self::TOPS) - $right[$i] ^ PHP_INT_MAX)
                    & (($own | self::TOPS) - $belowOwn[$i] ^ PHP_INT_MAX)
                    & (self::TOPS | PHP_INT_MIN);
                if ($least === 0) {
                    continue;
                }
                $least &= ((($aboveLeft[$i] | self::TOPS) - $own) ^ PHP_INT_MIN)
                    & ((($aboveRight[$i] | self::TOPS) - $own) ^ PHP_INT_MIN)
                    & (($own | self::TOPS) - $belowLeft[$i] ^ PHP_INT_MAX)
                    & (($own | self::TOPS) - $belowRight[$i] ^ PHP_INT_MAX);
                for ($x = 8 * ($i - 1); $least !== 0; $x++) {
                    if (($least & 0x80) !== 0 && $x >= 2 && $x < $w - 2 && $y >= 2 && $y < $h - 2) {
                        $contrast = self::contrast($p, $y * $w + $x, $w);
                        if ($contrast >= self::CONTRAST) {
                            // The last of several that are as dark is found; the place is the middle of them.
                            $at = $y * $w + $x;
                            $found[] = [$contrast, $x - intdiv(self::alike($p, $at, 1), 2), $y - intdiv(self::alike($p, $at, $w), 2)];
                        }
                    }
                    $least = ($least >> 8) & 0x00FFFFFFFFFFFFFF;
                }
            }
            [$above, $row] = [$row, $below];
        }
        if (count($found) > self::PLACES) {
            usort($found, static fn (array $a, array $b): int => $b[0] <=> $a[0]);
            $found = array_slice($found, 0, self::PLACES);
        }

        return array_map(static fn (array $place): array => self::nearby($plane, 2 * $place[1], 2 * $place[2]), $found);
    }

    /** By how many greys the lightest pixel two away is lighter. */
    private static function contrast(string $pixels, int $at, int $w): int
    {
        return max(
            ord($pixels[$at - 2]), ord($pixels[$at + 2]), ord($pixels[$at - 2 * $w]), ord($pixels[$at + 2 * $w]),
            ord($pixels[$at - 2 * $w - 2]), ord($pixels[$at + 2 * $w + 2]), ord($pixels[$at - 2 * $w + 2]), ord($pixels[$at + 2 * $w - 2]),
        ) - ord($pixels[$at]);
    }

    /** How many pixels before one are as dark. */
    private static function alike(string $pixels, int $at, int $step): int
    {
        for ($count = 0; $count < self::ALIKE && $at >= ($count + 1) * $step && $pixels[$at - ($count + 1) * $step] === $pixels[$at]; $count++) {
        }

        return $count;
    }

    /**
     * Of four pixels and those around them the one that is darkest together with the eight around it.
     *
     * @return array{int, int}
     */
    private static function nearby(GreyPlane $plane, int $left, int $top): array
    {
        [$w, $p] = [$plane->width, $plane->pixels];
        $best = [PHP_INT_MAX, $left, $top];
        for ($y = $top - 1; $y <= $top + 2; $y++) {
            for ($x = $left - 1; $x <= $left + 2; $x++) {
                $at = $y * $w + $x;
                $sum = ord($p[$at - $w - 1]) + ord($p[$at - $w]) + ord($p[$at - $w + 1]) + ord($p[$at - 1]) + ord($p[$at]) + ord($p[$at + 1])
                    + ord($p[$at + $w - 1]) + ord($p[$at + $w]) + ord($p[$at + $w + 1]);
                if ($sum < $best[0]) {
                    $best = [$sum, $x, $y];
                }
            }
        }

        return [$best[1], $best[2]];
    }

    /** @return array{array<int, int>, array<int, int>, array<int, int>} of a row the pixels to the left, its own, and those to the right, eight an integer */
    private static function besides(string $pixels, int $at, int $width): array
    {
        $line = substr($pixels, $at, $width);
        /** @var array<int, int> $left */
        $left = unpack('P*', $line[0].substr($line, 0, -1)) ?: [];
        /** @var array<int, int> $own */
        $own = unpack('P*', $line) ?: [];
        /** @var array<int, int> $right */
        $right = unpack('P*', substr($line, 1).$line[$width - 1]) ?: [];

        return [$left, $own, $right];
    }
}
