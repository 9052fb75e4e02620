<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\MicroVersion;

/** Lays the module grid of a Micro QR Code symbol from its only finder pattern, at any angle. */
final class MicroLocator
{
    private const FINDER = ['1111111', '1000001', '1011101', '1011101', '1011101', '1000001', '1111111'];

    /** Share of the modules looked at that must be as a symbol has them. */
    private const SHARE = 0.9;

    /**
     * Frames whose timing patterns and margin agree, best first.
     *
     * @return list<SymbolFrame>
     */
    public static function frames(BitPlane $plane, FinderPattern $finder): array
    {
        $frames = [];
        [$angle, $base] = self::pose($plane, $finder);
        for ($quarter = 0; $quarter < 4; $quarter++) {
            foreach (MicroVersion::cases() as $version) {
                $best = self::SHARE;
                $found = null;
                foreach ([1.0, 0.98, 1.02, 0.96, 1.04] as $scale) {
                    $module = $base * $scale;
                    $transform = self::transform($finder, $angle + $quarter * M_PI / 2, $module);
                    $share = self::edgeShare($plane, $transform, $version->modules());
                    if ($share > $best) {
                        [$best, $found] = [$share, new SymbolFrame($version->modules(), $transform, $module)];
                    }
                }
                if ($found !== null) {
                    $frames[] = [$best, $found];
                }
            }
        }
        usort($frames, static fn (array $a, array $b): int => $b[0] <=> $a[0]);

        return array_column($frames, 1);
    }

    /**
     * Where the finder pattern fits best: a coarse look over a quarter turn, then the middle of the best fits around it.
     *
     * @return array{float, float} radians, and pixels a module
     */
    private static function pose(BitPlane $plane, FinderPattern $finder): array
    {
        $coarse = self::bestFits($plane, $finder, range(0.0, 87.0, 3.0), [0.93, 1.0, 1.07]);
        $near = $coarse[0][0];
        $around = array_values(array_filter($coarse, static fn (array $fit): bool => $fit[0] - $near < 20));
        $middle = array_sum(array_column($around, 0)) / count($around);
        $fine = self::bestFits($plane, $finder, range($middle - 5, $middle + 5, 1.0), range(0.9, 1.1, 0.02));
        $angle = deg2rad(array_sum(array_column($fine, 0)) / count($fine));

        return [$angle, self::module($finder, $angle) * array_sum(array_column($fine, 1)) / count($fine)];
    }

    /**
     * @param  array<float>  $angles  degrees
     * @param  array<float>  $scales
     * @return non-empty-list<array{float, float}> every pair that fits best
     */
    private static function bestFits(BitPlane $plane, FinderPattern $finder, array $angles, array $scales): array
    {
        $best = 0;
        $found = [[0.0, 1.0]];
        foreach ($angles as $angle) {
            foreach ($scales as $scale) {
                $fit = self::finderFit($plane, $finder, deg2rad($angle), $scale);
                if ($fit > $best) {
                    [$best, $found] = [$fit, []];
                }
                if ($fit === $best) {
                    $found[] = [$angle, $scale];
                }
            }
        }

        return $found === [] ? [[0.0, 1.0]] : $found;
    }

    /** Samples near two corners of each module, so that a small turn already shows. */
    private static function finderFit(BitPlane $plane, FinderPattern $finder, float $angle, float $scale): int
    {
        $transform = self::transform($finder, $angle, self::module($finder, $angle) * $scale);
        $fit = 0;
        foreach (self::FINDER as $row => $line) {
            for ($column = 0; $column < 7; $column++) {
                foreach ([[0.2, 0.2], [0.8, 0.8]] as [$du, $dv]) {
                    [$x, $y] = $transform->apply($column + $du, $row + $dv);
                    $fit += (int) ($plane->isDark((int) floor($x), (int) floor($y)) === ($line[$column] === '1'));
                }
            }
        }

        return $fit;
    }

    /** A row through the centre of a turned square is longer than its side. */
    private static function module(FinderPattern $finder, float $angle): float
    {
        return $finder->module * max(abs(cos($angle)), abs(sin($angle)));
    }

    private static function transform(FinderPattern $finder, float $angle, float $module): Transform
    {
        $across = [cos($angle) * $module, sin($angle) * $module];
        $at = static fn (float $u, float $v): array => [
            $finder->x + ($u - 3.5) * $across[0] - ($v - 3.5) * $across[1],
            $finder->y + ($u - 3.5) * $across[1] + ($v - 3.5) * $across[0],
        ];

        return Transform::fromPoints([[0, 0], [7, 0], [0, 7], [7, 7]], [$at(0, 0), $at(7, 0), $at(0, 7), $at(7, 7)]);
    }

    /** Separator, timing patterns, and the first module of the quiet zone. */
    private static function edgeShare(BitPlane $plane, Transform $transform, int $n): float
    {
        $right = 0;
        $looked = 0;
        for ($i = 7; $i <= $n; $i++) {
            $dark = $i > 7 && $i < $n && $i % 2 === 0;
            foreach ([[$i + 0.5, 0.5], [0.5, $i + 0.5]] as [$u, $v]) {
                [$x, $y] = $transform->apply($u, $v);
                $right += (int) ($plane->isDark((int) floor($x), (int) floor($y)) === $dark);
                $looked++;
            }
        }
        foreach ([[$n + 0.5, $n / 2], [$n / 2, $n + 0.5], [-0.5, $n / 2], [$n / 2, -0.5]] as [$u, $v]) {
            [$x, $y] = $transform->apply($u, $v);
            $right += (int) ! $plane->isDark((int) floor($x), (int) floor($y));
            $looked++;
        }

        return $right / $looked;
    }
}
