<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/**
 * How module coordinates lie in a pixel window: a projective map, and on it what it cannot follow. Four shifts move the
 * corners, two bend the surface along each axis, and a displacement grid holds the alignment patterns where they were seen.
 */
final readonly class GridMapping
{
    /** Corner shifts and bends, each in x and y. */
    public const SHIFTS = 12;

    /**
     * @param  int  $modules  a side
     * @param  list<float>  $shifts  pixels: top left, top right, bottom left, bottom right, bend across, bend down, x and y of each
     */
    public function __construct(
        public int $modules,
        public Homography $base,
        public array $shifts = [0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0],
        public ?DisplacementGrid $displacements = null,
        public ?CylinderModel $cylinder = null,
    ) {
    }

    /**
     * A flat grid seen by a camera, between its four corners.
     *
     * @param  list<array{float, float}>  $corners  pixels: top left, top right, bottom left, bottom right
     */
    public static function between(int $modules, array $corners): self
    {
        return new self($modules, Homography::fromPoints([[0, 0], [$modules, 0], [0, $modules], [$modules, $modules]], $corners));
    }

    /** @param  list<float>  $shifts */
    public function with(array $shifts): self
    {
        return new self($this->modules, $this->base, $shifts, $this->displacements, $this->cylinder);
    }

    /** The same mapping with displacements on top. */
    public function on(DisplacementGrid $displacements): self
    {
        return new self($this->modules, $this->base, $this->shifts, $displacements, $this->cylinder);
    }

    /**
     * Share of each shift at a place: bilinear for the corners, parabolas for the bends.
     *
     * @return array{float, float, float, float, float, float}
     */
    public static function shares(float $s, float $t): array
    {
        return [(1 - $s) * (1 - $t), $s * (1 - $t), (1 - $s) * $t, $s * $t, 4 * $s * (1 - $s), 4 * $t * (1 - $t)];
    }

    /** @return array{float, float} pixels of the window */
    public function at(float $u, float $v): array
    {
        [$x, $y] = $this->base->apply(...($this->cylinder === null ? [$u, $v] : $this->cylinder->flat($u, $v)));
        $shares = self::shares($u / $this->modules, $v / $this->modules);
        foreach ($shares as $i => $share) {
            $x += $share * $this->shifts[2 * $i];
            $y += $share * $this->shifts[2 * $i + 1];
        }
        if ($this->displacements !== null) {
            [$dx, $dy] = $this->displacements->at($u, $v);

            return [$x + $dx, $y + $dy];
        }

        return [$x, $y];
    }

    /**
     * Several places at once, which is faster.
     *
     * @param  list<float>  $us  modules from the left
     * @param  list<float>  $vs  and from the top
     * @return array{list<float>, list<float>} pixels of the window
     */
    public function places(array $us, array $vs): array
    {
        [$xs, $ys] = [[], []];
        if ($this->cylinder !== null || $this->displacements !== null || array_filter($this->shifts) !== []) {
            foreach ($us as $i => $u) {
                [$xs[], $ys[]] = $this->at($u, $vs[$i]);
            }

            return [$xs, $ys];
        }
        [$a, $b, $c, $d, $e, $f, $g, $h] = $this->base->coefficients();
        foreach ($us as $i => $u) {
            $v = $vs[$i];
            $w = $g * $u + $h * $v + 1;
            $xs[] = ($a * $u + $b * $v + $c) / $w;
            $ys[] = ($d * $u + $e * $v + $f) / $w;
        }

        return [$xs, $ys];
    }

    /**
     * Middles of all modules, row by row.
     *
     * @return array{array<int, float>, array<int, float>}
     */
    public function middles(): array
    {
        if ($this->cylinder !== null) {
            return $this->oneByOne();
        }
        [$a, $b, $c, $d, $e, $f, $g, $h] = $this->base->coefficients();
        [$tlx, $tly, $trx, $try, $blx, $bly, $brx, $bry, $ax, $ay, $bx, $by] = $this->shifts;
        $n = $this->modules;
        $xs = [];
        $ys = [];
        for ($row = 0; $row < $n; $row++) {
            $v = $row + 0.5;
            $t = $v / $n;
            $down = 4 * $t * (1 - $t);
            // Along a row the corner shifts are straight lines.
            $fromX = $tlx + $t * ($blx - $tlx) + $down * $bx;
            $fromY = $tly + $t * ($bly - $tly) + $down * $by;
            $moreX = $trx + $t * ($brx - $trx) - $tlx - $t * ($blx - $tlx);
            $moreY = $try + $t * ($bry - $try) - $tly - $t * ($bly - $tly);
            for ($column = 0; $column < $n; $column++) {
                $u = $column + 0.5;
                $s = $u / $n;
                $across = 4 * $s * (1 - $s);
                $w = $g * $u + $h * $v + 1;
                $xs[] = ($a * $u + $b * $v + $c) / $w + $fromX + $s * $moreX + $across * $ax;
                $ys[] = ($d * $u + $e * $v + $f) / $w + $fromY + $s * $moreY + $across * $ay;
            }
        }
        if ($this->displacements !== null) {
            $i = 0;
            for ($row = 0; $row < $n; $row++) {
                for ($column = 0; $column < $n; $column++) {
                    [$dx, $dy] = $this->displacements->at($column + 0.5, $row + 0.5);
                    $xs[$i] += $dx;
                    $ys[$i++] += $dy;
                }
            }
        }

        return [$xs, $ys];
    }

    /** @return array{list<float>, list<float>} */
    private function oneByOne(): array
    {
        [$xs, $ys] = [[], []];
        for ($row = 0; $row < $this->modules; $row++) {
            for ($column = 0; $column < $this->modules; $column++) {
                [$xs[], $ys[]] = $this->at($column + 0.5, $row + 0.5);
            }
        }

        return [$xs, $ys];
    }
}
