<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Projective map from module coordinates to pixels. */
final readonly class Homography
{
    /** @param  array{float, float, float, float, float, float, float, float}  $m x = (m0 u + m1 v + m2) / (m6 u + m7 v + 1), y with m3 to m5 */
    private function __construct(private array $m)
    {
    }

    /**
     * The map that takes four points to four others.
     *
     * @param  list<array{float, float}>  $from  module coordinates, no three in a line
     * @param  list<array{float, float}>  $to  pixels
     */
    public static function fromPoints(array $from, array $to): self
    {
        $rows = [];
        foreach ($from as $i => [$u, $v]) {
            [$x, $y] = $to[$i];
            $rows[] = [$u, $v, 1.0, 0.0, 0.0, 0.0, -$u * $x, -$v * $x, $x];
            $rows[] = [0.0, 0.0, 0.0, $u, $v, 1.0, -$u * $y, -$v * $y, $y];
        }

        return new self(self::eight($rows));
    }

    /**
     * The map that comes nearest to taking many points to many others, in the least squares of its equations.
     *
     * @param  list<array{float, float}>  $from  module coordinates
     * @param  list<array{float, float}>  $to  pixels
     * @param  list<float>  $weights
     */
    public static function nearest(array $from, array $to, array $weights): self
    {
        $normal = array_fill(0, 8, array_fill(0, 9, 0.0));
        // Coordinates of about one keep the equations well conditioned.
        $size = max([1.0, ...array_map(static fn (array $point): float => max(abs($point[0]), abs($point[1])), $from)]);
        foreach ($from as $k => [$u, $v]) {
            [$x, $y] = $to[$k];
            $u /= $size;
            $v /= $size;
            foreach ([[$u, $v, 1.0, 0.0, 0.0, 0.0, -$u * $x, -$v * $x, $x], [0.0, 0.0, 0.0, $u, $v, 1.0, -$u * $y, -$v * $y, $y]] as $row) {
                for ($i = 0; $i < 8; $i++) {
                    if ($row[$i] === 0.0) {
                        continue;
                    }
                    $factor = $weights[$k] * $row[$i];
                    for ($j = 0; $j < 9; $j++) {
                        $normal[$i][$j] += $factor * $row[$j];
                    }
                }
            }
        }
        [$a, $b, $c, $d, $e, $f, $g, $h] = self::eight($normal);

        return new self([$a / $size, $b / $size, $c, $d / $size, $e / $size, $f, $g / $size, $h / $size]);
    }

    /** @return array{float, float} pixels */
    public function apply(float $u, float $v): array
    {
        [$a, $b, $c, $d, $e, $f, $g, $h] = $this->m;
        $w = $g * $u + $h * $v + 1;

        return [($a * $u + $b * $v + $c) / $w, ($d * $u + $e * $v + $f) / $w];
    }

    /** @return array{float, float, float, float, float, float, float, float} */
    public function coefficients(): array
    {
        return $this->m;
    }

    /**
     * @param  list<list<float>>  $rows  eight equations of nine numbers
     * @return array{float, float, float, float, float, float, float, float}
     */
    private static function eight(array $rows): array
    {
        $m = Equations::solve($rows);

        return [$m[0], $m[1], $m[2], $m[3], $m[4], $m[5], $m[6], $m[7]];
    }
}
