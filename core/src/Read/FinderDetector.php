<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Looks for finder patterns: dark and light runs of 1:1:3:1:1 in rows, confirmed along the column (ISO/IEC 18004:2015 clause 12). */
final class FinderDetector
{
    /** More than this and the picture is a texture; the patterns crossed most often are kept. */
    private const MOST = 48;

    /**
     * @param  int  $step  every how many rows to look; a pattern's core is three modules tall
     * @return list<FinderPattern> those crossed most often first
     */
    public static function find(BitPlane $plane, int $step = 1): array
    {
        /** @var list<FinderPattern> $found */
        $found = [];
        for ($y = 0; $y < $plane->height; $y += $step) {
            foreach (self::inRow($plane->row($y)) as [$x, $width]) {
                foreach ($found as $i => $pattern) {
                    if ($pattern->covers($x, $y + 0.5)) {
                        $found[$i] = $pattern->seenAgain();

                        continue 2;
                    }
                }
                $pattern = self::confirm($plane, $x, $y, $width);
                if ($pattern !== null) {
                    $found[] = $pattern;
                }
            }
        }
        usort($found, static fn (FinderPattern $a, FinderPattern $b): int => $b->seen * $step / $b->module <=> $a->seen * $step / $a->module);

        return array_slice($found, 0, self::MOST);
    }

    /** @return list<array{float, int}> centre and whole width of every 1:1:3:1:1 in the row */
    private static function inRow(string $row): array
    {
        if (preg_match_all('/\x01+|\x00+/', $row, $match) < 5) {
            return [];
        }
        $runs = array_map('strlen', $match[0]);
        $last = count($runs) - 5;
        $i = $row[0] === "\1" ? 0 : 1;
        $start = $i === 0 ? 0 : $runs[0];
        $found = [];
        for (; $i <= $last; $i += 2) {
            $core = $runs[$i + 2];
            // Most windows fail here, before anything is computed.
            if ($core >= 2 * $runs[$i] - 1 && $core > $runs[$i + 1] && $core > $runs[$i + 3]
                && self::isFinder($runs[$i], $runs[$i + 1], $core, $runs[$i + 3], $runs[$i + 4])) {
                $centre = $start + $runs[$i] + $runs[$i + 1] + $core / 2;
                $found[] = [$centre, $runs[$i] + $runs[$i + 1] + $core + $runs[$i + 3] + $runs[$i + 4]];
            }
            $start += $runs[$i] + $runs[$i + 1];
        }

        return $found;
    }

    private static function isFinder(int $a, int $b, int $c, int $d, int $e): bool
    {
        $module = ($a + $b + $c + $d + $e) / 7;
        $slack = max(0.6 * $module, 0.75);

        return abs($a - $module) <= $slack && abs($b - $module) <= $slack && abs($d - $module) <= $slack && abs($e - $module) <= $slack
            && abs($c - 3 * $module) <= 2 * $slack;
    }

    private static function confirm(BitPlane $plane, float $x, int $y, int $width): ?FinderPattern
    {
        $down = self::across($plane, (int) $x, $y, 0, 1, $width);
        if ($down === null || abs($down[1] - $width) > 0.4 * $width + 1) {
            return null;
        }
        $along = self::across($plane, (int) $x, (int) $down[0], 1, 0, $width);
        if ($along === null || abs($along[1] - $down[1]) > 0.4 * $width + 1) {
            return null;
        }

        return new FinderPattern($along[0], $down[0], ($along[1] + $down[1]) / 14);
    }

    /**
     * Runs through a dark pixel in one direction and its opposite.
     *
     * @param  int  $width  expected length of the five runs, in pixels: bounds the walk
     * @return ?array{float, int} centre along the direction, and length of the five runs
     */
    private static function across(BitPlane $plane, int $x, int $y, int $dx, int $dy, int $width): ?array
    {
        if (! $plane->isDark($x, $y)) {
            return null;
        }
        $forward = self::runs($plane, $x, $y, $dx, $dy, 2 * $width);
        $backward = self::runs($plane, $x, $y, -$dx, -$dy, 2 * $width);
        // The pixel itself is in both first runs.
        $core = $forward[0] + $backward[0] - 1;
        if (! self::isFinder($backward[2], $backward[1], $core, $forward[1], $forward[2])) {
            return null;
        }
        $from = ($dx === 1 ? $x : $y) - $backward[0] + 1;

        return [$from + $core / 2, $backward[2] + $backward[1] + $core + $forward[1] + $forward[2]];
    }

    /** @return array{int, int, int} lengths of three runs, dark, light, dark */
    private static function runs(BitPlane $plane, int $x, int $y, int $dx, int $dy, int $most): array
    {
        $lengths = [0, 0, 0];
        for ($run = 0; $run < 3; $run++) {
            $dark = $run !== 1;
            while ($lengths[$run] < $most && $x >= 0 && $y >= 0 && $x < $plane->width && $y < $plane->height && $plane->isDark($x, $y) === $dark) {
                $lengths[$run]++;
                $x += $dx;
                $y += $dy;
            }
        }

        return $lengths;
    }
}
