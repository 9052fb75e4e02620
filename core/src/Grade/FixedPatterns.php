<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Grade;

use KeenGlyph\Core\Symbol\Version;

/** The parts of a QR Code symbol that are the same whatever it says, as segments that are graded apart (ISO/IEC 18004:2015, annex G). */
final class FixedPatterns
{
    /** Damaged modules of a corner segment for grades 4 to 1. */
    private const CORNER = [0.0, 1.0, 2.0, 3.0];

    /** Share of damaged modules of a timing pattern, and of all alignment patterns together. */
    private const TIMING = [0.0, 0.07, 0.11, 0.14];

    private const ALIGNMENT = [0.0, 0.10, 0.20, 0.30];

    /** Mean of all segments' grades for grades 4 to 1. */
    private const MEAN = [4.0, 3.5, 3.0, 2.5];

    /**
     * The grade of all segments where some modules are damaged.
     *
     * @param  callable(int, int): bool  $isDamaged  of a column and row; those of the quiet zone lie below 0 and beyond the side
     * @param  int  $quiet  modules of quiet zone that are looked at
     * @return array{int, array<string, int>} the grade, and of each segment its own
     */
    public static function grade(Version $version, callable $isDamaged, int $quiet): array
    {
        $grades = [];
        foreach (self::segments($version, $quiet) as $name => $modules) {
            $damaged = count(array_filter($modules, static fn (array $module): bool => $isDamaged(...$module)));
            $grades[$name] = str_starts_with($name, 'A')
                ? Scale::atMost(...self::CORNER)->grade($damaged)
                : Scale::atMost(...($name === 'C' ? self::ALIGNMENT : self::TIMING))->grade($damaged / max(1, count($modules)));
        }
        $mean = Scale::atLeast(...self::MEAN)->grade(array_sum($grades) / count($grades));

        return [min($mean, ...array_values($grades)), $grades];
    }

    /** @return array<string, list<array{int, int}>> columns and rows by segment */
    public static function segments(Version $version, int $quiet): array
    {
        $n = $version->modules();
        $corner = static function (int $left, int $top) use ($n, $quiet): array {
            $modules = [];
            for ($row = $top === 0 ? -$quiet : $n - 8; $row < ($top === 0 ? 8 : $n + $quiet); $row++) {
                for ($column = $left === 0 ? -$quiet : $n - 8; $column < ($left === 0 ? 8 : $n + $quiet); $column++) {
                    $modules[] = [$column, $row];
                }
            }

            return $modules;
        };
        $segments = ['A1' => $corner(0, 0), 'A2' => $corner($n, 0), 'A3' => $corner(0, $n), 'B1' => [], 'B2' => []];
        for ($i = 8; $i < $n - 8; $i++) {
            $segments['B1'][] = [$i, 6];
            $segments['B2'][] = [6, $i];
        }
        $alignment = [];
        $coordinates = array_values($version->alignmentCoordinates());
        $last = count($coordinates) - 1;
        foreach ($coordinates as $i => $row) {
            foreach ($coordinates as $j => $column) {
                if (! (($i === 0 && ($j === 0 || $j === $last)) || ($i === $last && $j === 0))) {
                    for ($k = 0; $k < 25; $k++) {
                        $alignment[] = [$column - 2 + $k % 5, $row - 2 + intdiv($k, 5)];
                    }
                }
            }
        }

        return $alignment === [] ? $segments : [...$segments, 'C' => $alignment];
    }
}
