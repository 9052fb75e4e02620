<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Where a symbol stands in a picture. */
final readonly class SymbolFrame
{
    /**
     * @param  int  $modules  modules a side
     * @param  array{Point, Point, Point, Point}  $corners  outer corners: top left, top right, bottom right, bottom left as the symbol stands
     * @param  float  $modulePx  pixels a module
     */
    public function __construct(
        public int $modules,
        public array $corners,
        public float $modulePx,
    ) {
    }

    /** The outer corners of a grid, in pixels of the whole picture. */
    public static function of(PixelWindow $window, GridMapping $mapping, float $modulePx): self
    {
        $n = $mapping->modules;
        $at = static function (float $u, float $v) use ($window, $mapping): Point {
            [$x, $y] = $mapping->at($u, $v);

            return new Point(round($x * $window->scale + $window->left, 2), round($y * $window->scale + $window->top, 2));
        };

        return new self($n, [$at(0, 0), $at($n, 0), $at($n, $n), $at(0, $n)], $modulePx);
    }

    /** The frame so many pixels further right and down. */
    public function moved(float $right, float $down): self
    {
        $at = fn (int $i): Point => new Point($this->corners[$i]->x + $right, $this->corners[$i]->y + $down);

        return new self($this->modules, [$at(0), $at(1), $at(2), $at(3)], $this->modulePx);
    }

    /** The frame with so many modules more on each side. */
    public function wider(float $modules): self
    {
        [$a, $b, $c, $d] = $this->corners;
        [$x, $y] = [($a->x + $b->x + $c->x + $d->x) / 4, ($a->y + $b->y + $c->y + $d->y) / 4];
        $factor = 1 + 2 * $modules / $this->modules;
        $at = static fn (Point $corner): Point => new Point($x + $factor * ($corner->x - $x), $y + $factor * ($corner->y - $y));

        return new self($this->modules, [$at($a), $at($b), $at($c), $at($d)], $this->modulePx);
    }

    /** Whether a place, in pixels, lies within the symbol. */
    public function covers(float $x, float $y): bool
    {
        $sign = 0;
        foreach ($this->corners as $i => $a) {
            $b = $this->corners[($i + 1) % 4];
            $side = ($b->x - $a->x) * ($y - $a->y) - ($b->y - $a->y) * ($x - $a->x) <=> 0;
            if ($side !== 0 && $sign !== 0 && $side !== $sign) {
                return false;
            }
            $sign = $side !== 0 ? $side : $sign;
        }

        return true;
    }

    /**
     * The part of a line of pixels that lies within the symbol.
     *
     * @param  float  $y  pixels from the top
     * @param  float  $margin  pixels around the symbol that belong to it too
     * @return ?array{float, float} where it begins and ends, pixels; null when the line passes it by
     */
    public function along(float $y, float $margin = 0.0): ?array
    {
        [$left, $right] = [INF, -INF];
        foreach ($this->corners as $i => $a) {
            $b = $this->corners[($i + 1) % 4];
            [$upper, $lower] = $a->y < $b->y ? [$a, $b] : [$b, $a];
            if ($upper->y > $y + $margin || $lower->y < $y - $margin) {
                continue;
            }
            // What of the side lies within the margin of the line.
            foreach ([max($upper->y, $y - $margin), min($lower->y, $y + $margin)] as $at) {
                $x = $lower->y - $upper->y < 1e-6 ? $upper->x : $upper->x + ($at - $upper->y) / ($lower->y - $upper->y) * ($lower->x - $upper->x);
                $left = min($left, $x, $lower->y - $upper->y < 1e-6 ? $lower->x : $x);
                $right = max($right, $x, $lower->y - $upper->y < 1e-6 ? $lower->x : $x);
            }
        }

        return $left > $right ? null : [$left - $margin, $right + $margin];
    }
}
