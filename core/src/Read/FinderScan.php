<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function count;
use function explode;
use function max;
use function min;
use function str_repeat;
use function strlen;
use function substr;
use function substr_replace;

/** Looks along rows for runs of 1:1:3:1:1, of either tone, and asks the probe about each (ISO/IEC 18004:2015 clause 12). */
final class FinderScan
{
    /** More than this and the picture is a texture. */
    private const MAX_FINDERS = 400;

    /**
     * @param  int  $step  every how many rows to look; a pattern's core is three modules tall
     * @param  int  $least  pixels that the five runs must have together
     * @param  ?ReadBudget  $budget  what was found is returned when it is spent
     * @param  list<SymbolFrame>  $read  symbols that need not be looked at again
     * @param  float  $scale  pixels of theirs a pixel of this plane
     * @param  ?CoreRule  $rule  how the rings around a core must be; the plain one when null
     * @return list<Finder> in pixels of this plane
     */
    public static function find(BitPlane $plane, int $step, int $least, ?ReadBudget $budget = null, array $read = [], float $scale = 1.0, ?CoreRule $rule = null): array
    {
        $rule ??= CoreRule::plain();
        $found = [];
        /** @var array<int, true> $taken cells that lie in a pattern found already, or were probed in vain */
        $taken = [];
        /** @var array<string, true> $cores looked around from already */
        $cores = [];
        $vain = new VainPlaces($rule, $plane->width * $plane->height);
        $across = ($plane->width >> 1) + 1;
        for ($y = intdiv($step, 2); $y < $plane->height; $y += $step) {
            if ($budget !== null && ($y & 31) < $step && $budget->isSpent()) {
                return $found;
            }
            foreach (self::inRow(self::besides($plane->row($y), $y * $scale, $read, $scale), $least) as [$x, $long, $light]) {
                $cell = ($y >> 1) * $across + ($x >> 1);
                if (isset($taken[$cell])) {
                    continue;
                }
                if ($found === []) {
                    if (! $vain->look()) {
                        return [];
                    }
                    if (! $vain->isWorth($long)) {
                        continue;
                    }
                }
                $middle = FinderProbe::middle($plane, $x, $y, $long, $light, $rule);
                if ($middle === null) {
                    $taken[$cell] = true;

                    continue;
                }
                // Several rows meet one core, and what is no pattern from one of them is none from the next.
                $side = 1 << max(1, (int) log($middle[2], 2));
                $core = "$side $light ".(int) ($middle[0] / $side).' '.(int) ($middle[1] / $side);
                if (isset($cores[$core])) {
                    continue;
                }
                $cores[$core] = true;
                if (! $vain->probe($long, $found !== []) || ($budget !== null && $budget->isSpent())) {
                    return $found;
                }
                $finder = FinderProbe::around($plane, ...[...$middle, $light, $rule]);
                if ($finder === null) {
                    $taken[$cell] = true;

                    continue;
                }
                $taken += array_fill_keys(self::cells($finder, $across), true);
                foreach ($found as $other) {
                    if (abs($other->x - $finder->x) + abs($other->y - $finder->y) < 2 * $finder->module()) {
                        continue 2;
                    }
                }
                $found[] = $finder;
                if (count($found) >= self::MAX_FINDERS) {
                    return $found;
                }
            }
        }

        return $found;
    }

    /**
     * Cells of two by two pixels that a pattern's core covers.
     *
     * @param  int  $across  cells in a row
     * @return list<int>
     */
    private static function cells(Finder $finder, int $across): array
    {
        $cells = [];
        $core = max(1, (int) ($finder->module() * 1.3));
        for ($i = ((int) $finder->y - $core) >> 1, $below = ((int) $finder->y + $core) >> 1; $i <= $below; $i++) {
            for ($j = ((int) $finder->x - $core) >> 1, $right = ((int) $finder->x + $core) >> 1; $j <= $right; $j++) {
                $cells[] = $i * $across + $j;
            }
        }

        return $cells;
    }

    /**
     * A row with the symbols that it crosses taken out.
     *
     * @param  float  $y  pixels of the full picture
     * @param  list<SymbolFrame>  $read
     */
    private static function besides(string $row, float $y, array $read, float $scale): string
    {
        foreach ($read as $frame) {
            $part = $frame->along($y);
            if ($part !== null) {
                $from = max(0, (int) ($part[0] / $scale));
                $long = min(strlen($row), (int) ($part[1] / $scale)) - $from;
                $row = $long < 1 ? $row : substr_replace($row, str_repeat("\0", $long), $from, $long);
            }
        }

        return $row;
    }

    /** @return list<array{int, int, bool}> centre, whole length, and whether it is light on dark */
    private static function inRow(string $row, int $least): array
    {
        // A byte "\1" stands where a pixel differs from the one before it; before the first all is light.
        $runs = explode("\1", $row ^ ("\0".substr($row, 0, -1)));
        $found = [];
        // Runs a to e begin at start; of odd ones the first is dark. (PHP 8.2 crashes where it compiles the length of an element: foreach has none.)
        /** @var array{int, int, int, int, int} $none */
        $none = [0, 0, 0, 0, 0];
        [$a, $b, $c, $d, $e] = $none;
        $start = -1;
        foreach ($runs as $i => $run) {
            $start += $a;
            $a = $b;
            $b = $c;
            $c = $d;
            $d = $e;
            $e = strlen($run) + 1;
            if ($i < 5 || $c <= $b || $c <= $d || $c + 1 < 2 * $a && $c + 1 < 2 * $e) {
                continue;
            }
            $sum = $a + $b + $c + $d + $e;
            if ($sum < $least) {
                continue;
            }
            $slack = max(4.5 * $sum / 7, 5.6);
            if (abs(7 * $b - $sum) <= $slack && abs(7 * $d - $sum) <= $slack && abs(7 * $c - 3 * $sum) <= 2 * $slack
                && (abs(7 * $a - $sum) <= $slack || abs(7 * $e - $sum) <= $slack)) {
                $found[] = [$start + $a + $b + ($c >> 1), $sum, ($i & 1) === 0];
            }
        }

        return $found;
    }
}
