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
     * Places of about one size probed in vain, and more a megapixel as a share of all that the rule allows, after which what is
     * of that size is checks or a weave: a page full of letters has 620 a megapixel.
     */
    private const FEW = 300;

    private const SHARE = 0.3;

    /** Places looked at for each that may be probed in vain: letters have five or six. */
    private const LOOKED = 6;

    /** Places probed in one picture, a megapixel or less, before it counts as a texture. */
    private const PROBES = 3000;

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
        $probes = 0;
        /** @var array<int, int> $vain places probed, by their size: a class is the root of two as large as the one before */
        $vain = [];
        $looked = 0;
        $million = $plane->width * $plane->height / 1e6;
        $all = (int) ($rule->vain * max(1.0, $million));
        $most = (int) (self::PROBES * max(1.0, $million));
        $alike = (int) (self::FEW + self::SHARE * $rule->vain * $million);
        $width = $plane->width;
        $across = ($width >> 1) + 1;
        for ($y = intdiv($step, 2); $y < $plane->height; $y += $step) {
            if ($budget !== null && ($y & 31) < $step && $budget->isSpent()) {
                return $found;
            }
            foreach (self::inRow(self::besides($plane->row($y), $y * $scale, $read, $scale), $least) as [$x, $long, $light]) {
                $cell = ($y >> 1) * $across + ($x >> 1);
                if (isset($taken[$cell])) {
                    continue;
                }
                $size = (int) (2 * log($long, 2));
                if ($found === []) {
                    if (++$looked > self::LOOKED * $all) {
                        return [];
                    }
                    if (($vain[$size] ?? 0) >= $alike) {
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
                $vain[$size] = ($vain[$size] ?? 0) + 1;
                if (++$probes > ($found === [] ? $all : $most)) {
                    return $found;
                }
                if ($budget !== null && $budget->isSpent()) {
                    return $found;
                }
                $finder = FinderProbe::around($plane, ...[...$middle, $light, $rule]);
                if ($finder === null) {
                    $taken[$cell] = true;

                    continue;
                }
                $core = max(1, (int) ($finder->module() * 1.3));
                for ($i = ((int) $finder->y - $core) >> 1, $below = ((int) $finder->y + $core) >> 1; $i <= $below; $i++) {
                    for ($j = ((int) $finder->x - $core) >> 1, $right = ((int) $finder->x + $core) >> 1; $j <= $right; $j++) {
                        $taken[$i * $across + $j] = true;
                    }
                }
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
