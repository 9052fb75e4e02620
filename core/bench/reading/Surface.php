<?php

declare(strict_types=1);

namespace KeenGlyph\Bench\Reading;

/** How a flat or rolled label stands before a camera: from pixels back to modules. */
final class Surface
{
    /**
     * @param  float  $side  modules a side, with the quiet zone
     * @param  float  $modulePx  at the middle
     * @param  float  $turn  degrees in the picture's plane
     * @param  float  $tilt  degrees away from the camera
     * @param  float  $towards  degrees: which way it is tilted
     * @param  float  $cylinder  degrees of a cylinder that the label covers; 0 is flat
     */
    public function __construct(
        public readonly float $side,
        private readonly float $modulePx,
        private readonly float $x,
        private readonly float $y,
        private readonly float $turn = 0.0,
        private readonly float $tilt = 0.0,
        private readonly float $towards = 0.0,
        private readonly float $cylinder = 0.0,
        private readonly float $tall = 0.0,
        private readonly bool $mirrored = false,
    ) {
    }

    /** @return array{float, float} pixels */
    public function forth(float $u, float $v): array
    {
        $tall = $this->tall ?: $this->side;
        $a = ($u - $this->side / 2) * ($this->mirrored ? -1 : 1);
        $b = $v - $tall / 2;
        $z = 0.0;
        if ($this->cylinder > 0) {
            $radius = $this->side / deg2rad($this->cylinder);
            $z = $radius * (1 - cos($a / $radius));
            $a = $radius * sin($a / $radius);
        }
        $turn = deg2rad($this->turn);
        [$a, $b] = [$a * cos($turn) - $b * sin($turn), $a * sin($turn) + $b * cos($turn)];
        $way = deg2rad($this->towards);
        $tilt = deg2rad($this->tilt);
        // About the axis at right angles to the way it tilts.
        $along = $a * cos($way) + $b * sin($way);
        $aside = $b * cos($way) - $a * sin($way);
        $depth = $z * cos($tilt) + $along * sin($tilt);
        $along = $along * cos($tilt) - $z * sin($tilt);
        [$a, $b] = [$along * cos($way) - $aside * sin($way), $along * sin($way) + $aside * cos($way)];
        $distance = 3.2 * max($this->side, $tall);
        $scale = $this->modulePx * $distance / ($distance + $depth);

        return [$this->x + $a * $scale, $this->y + $b * $scale];
    }

    /** @return callable(float, float): array{float, float} */
    public function back(): callable
    {
        if ($this->cylinder > 0) {
            return fn (float $x, float $y): array => $this->newton($x, $y);
        }
        $tall = $this->tall ?: $this->side;
        $corners = [[0, 0], [$this->side, 0], [$this->side, $tall], [0, $tall]];
        [$a, $b, $c, $d, $e, $f, $g, $h] = self::projective(array_map(fn (array $p): array => $this->forth(...$p), $corners), $corners);

        return static function (float $x, float $y) use ($a, $b, $c, $d, $e, $f, $g, $h): array {
            $w = $g * $x + $h * $y + 1;

            return [($a * $x + $b * $y + $c) / $w, ($d * $x + $e * $y + $f) / $w];
        };
    }

    /** @return array{float, float, float, float} left, top, right, bottom */
    public function box(): array
    {
        [$xs, $ys] = [[], []];
        $tall = $this->tall ?: $this->side;
        for ($i = 0; $i <= 8; $i++) {
            foreach ([[$this->side * $i / 8, 0], [$this->side * $i / 8, $tall], [0, $tall * $i / 8], [$this->side, $tall * $i / 8]] as [$u, $v]) {
                [$xs[], $ys[]] = $this->forth($u, $v);
            }
        }

        return [min($xs), min($ys), max($xs), max($ys)];
    }

    /** @var array{float, float} where the last search ended: the next is a step beside it */
    private array $last = [0.0, 0.0];

    /** @return array{float, float} */
    private function newton(float $x, float $y): array
    {
        [$u, $v] = $this->last;
        for ($i = 0; $i < 12; $i++) {
            [$px, $py] = $this->forth($u, $v);
            if (abs($px - $x) + abs($py - $y) < 0.01) {
                break;
            }
            [$ax, $ay] = $this->forth($u + 0.1, $v);
            [$bx, $by] = $this->forth($u, $v + 0.1);
            [$ax, $ay, $bx, $by] = [($ax - $px) * 10, ($ay - $py) * 10, ($bx - $px) * 10, ($by - $py) * 10];
            $area = $ax * $by - $ay * $bx;
            if (abs($area) < 1e-3) {
                return [-1.0, -1.0];
            }
            $u += max(-4, min(4, (($x - $px) * $by - ($y - $py) * $bx) / $area));
            $v += max(-4, min(4, (($y - $py) * $ax - ($x - $px) * $ay) / $area));
        }
        if ($i === 12) {
            $this->last = [$this->side / 2, $this->side / 2];

            return [-1.0, -1.0];
        }
        $this->last = [$u, $v];

        return [$u, $v];
    }

    /**
     * @param  list<array{float, float}>  $from
     * @param  list<array{float, float}>  $to
     * @return list<float>
     */
    private static function projective(array $from, array $to): array
    {
        $rows = [];
        foreach ($from as $i => [$x, $y]) {
            [$u, $v] = $to[$i];
            $rows[] = [$x, $y, 1, 0, 0, 0, -$x * $u, -$y * $u, $u];
            $rows[] = [0, 0, 0, $x, $y, 1, -$x * $v, -$y * $v, $v];
        }
        for ($c = 0; $c < 8; $c++) {
            $pivot = $c;
            for ($i = $c; $i < 8; $i++) {
                $pivot = abs($rows[$i][$c]) > abs($rows[$pivot][$c]) ? $i : $pivot;
            }
            [$rows[$c], $rows[$pivot]] = [$rows[$pivot], $rows[$c]];
            for ($i = 0; $i < 8; $i++) {
                if ($i !== $c) {
                    $factor = $rows[$i][$c] / $rows[$c][$c];
                    for ($j = $c; $j < 9; $j++) {
                        $rows[$i][$j] -= $factor * $rows[$c][$j];
                    }
                }
            }
        }

        return array_map(static fn (int $i): float => $rows[$i][8] / $rows[$i][$i], range(0, 7));
    }
}
