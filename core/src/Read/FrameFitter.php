<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\Version;

/** Lays the module grid through three finder patterns and, from version 2 on, the last alignment pattern. */
final class FrameFitter
{
    private const ALIGNMENT = ['11111', '10001', '10101', '10001', '11111'];

    /** Steps on each side of its expected place at which the alignment pattern is looked for. */
    private const STEPS = 8;

    /** Of this many modules each: no multiple is a half, where a centre falls between two modules. */
    private const STEP = 0.2;

    /** Share of timing modules that must alternate as they should; random modules reach about a half. */
    private const TIMING = 0.7;

    /** Null when the timing patterns do not bear out that this is a symbol of this version. */
    public static function fit(BitPlane $plane, FinderTriple $triple, Version $version): ?SymbolFrame
    {
        $n = $version->modules();
        $from = [[3.5, 3.5], [$n - 3.5, 3.5], [3.5, $n - 3.5]];
        $to = array_map(static fn (FinderPattern $f): array => [$f->x, $f->y], [$triple->topLeft, $triple->topRight, $triple->bottomLeft]);
        $fourth = [$to[1][0] + $to[2][0] - $to[0][0], $to[1][1] + $to[2][1] - $to[0][1]];
        $flat = Transform::fromPoints([...$from, [$n - 3.5, $n - 3.5]], [...$to, $fourth]);
        if (self::timingShare($plane, $flat, $n) < self::TIMING) {
            return null;
        }
        $modulePx = $triple->topLeft->distanceTo($triple->topRight) / ($n - 7);
        if ($version->number >= 2) {
            $centre = $n - 6.5;
            $offset = self::alignmentOffset($plane, $flat, $centre);
            if ($offset !== null) {
                $at = $flat->apply($centre + $offset[0], $centre + $offset[1]);

                return new SymbolFrame($n, Transform::fromPoints([...$from, [$centre, $centre]], [...$to, $at]), $modulePx);
            }
        }

        return new SymbolFrame($n, $flat, $modulePx);
    }

    /** Looks along both timing patterns, the cheapest thing that only a true grid gets right. */
    private static function timingShare(BitPlane $plane, Transform $flat, int $n): float
    {
        $right = 0;
        for ($i = 8; $i < $n - 8; $i++) {
            $dark = $i % 2 === 0;
            foreach ([[$i + 0.5, 6.5], [6.5, $i + 0.5]] as [$u, $v]) {
                [$x, $y] = $flat->apply($u, $v);
                $right += (int) ($plane->isDark((int) floor($x), (int) floor($y)) === $dark);
            }
        }

        return $right / (2 * ($n - 16));
    }

    /** @return ?array{float, float} mean of the places where the pattern fits best, in modules; null when it fits nowhere */
    private static function alignmentOffset(BitPlane $plane, Transform $flat, float $centre): ?array
    {
        $best = 21;
        $sum = [0.0, 0.0];
        $count = 0;
        for ($i = -self::STEPS; $i <= self::STEPS; $i++) {
            for ($j = -self::STEPS; $j <= self::STEPS; $j++) {
                [$dx, $dy] = [$j * self::STEP, $i * self::STEP];
                $fit = self::fitAt($plane, $flat, $centre + $dx, $centre + $dy);
                if ($fit > $best) {
                    [$best, $sum, $count] = [$fit, [0.0, 0.0], 0];
                }
                if ($fit === $best) {
                    $sum = [$sum[0] + $dx, $sum[1] + $dy];
                    $count++;
                }
            }
        }

        return $count === 0 ? null : [$sum[0] / $count, $sum[1] / $count];
    }

    private static function fitAt(BitPlane $plane, Transform $flat, float $u, float $v): int
    {
        $fit = 0;
        foreach (self::ALIGNMENT as $row => $line) {
            for ($column = 0; $column < 5; $column++) {
                [$x, $y] = $flat->apply($u + $column - 2, $v + $row - 2);
                $fit += (int) ($plane->isDark((int) floor($x), (int) floor($y)) === ($line[$column] === '1'));
            }
        }

        return $fit;
    }
}
