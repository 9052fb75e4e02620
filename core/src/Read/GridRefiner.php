<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function count;

/** Moves a mapping’s corners and bends by ever smaller steps while that makes the modules fit better. */
final class GridRefiner
{
    /** @var array<int, float> */
    private array $xs = [];

    /** @var array<int, float> */
    private array $ys = [];

    /** @var list<list<float>> share of each shift at each module */
    private array $shares = [[], [], [], [], [], []];

    /**
     * @param  list<float>  $us  middles of the modules looked at
     * @param  list<float>  $vs
     * @param  bool  $parallel  whether the fourth corner goes with the other three, so that a parallelogram stays one
     */
    public function __construct(private readonly PixelWindow $window, private readonly GridMapping $mapping, array $us, array $vs, private readonly bool $parallel = false)
    {
        [$this->xs, $this->ys] = $mapping->places($us, $vs);
        foreach ($us as $i => $u) {
            $shares = GridMapping::shares($u / $mapping->modules, $vs[$i] / $mapping->modules);
            if ($parallel) {
                $shares = [$shares[0] - $shares[3], $shares[1] + $shares[3], $shares[2] + $shares[3], 0.0, $shares[4], $shares[5]];
            }
            foreach ($shares as $k => $share) {
                $this->shares[$k][] = $share;
            }
        }
    }

    /**
     * Light modules brighter, dark ones darker, where it is known which is which.
     *
     * @param  list<int>  $tones  1 light, -1 dark
     * @param  list<float>  $steps  pixels
     * @param  list<int>  $free  shifts that may move
     * @return array{GridMapping, float} and how well it fits: correlation of greys and tones, -1 to 1
     */
    public function toTones(array $tones, array $steps, array $free): array
    {
        $light = 0;
        foreach ($tones as $tone) {
            $light += $tone > 0 ? 1 : 0;
        }
        $dark = count($tones) - $light;
        $weights = [];
        foreach ($tones as $tone) {
            $weights[] = $tone > 0 ? 1 / $light : -1 / $dark;
        }
        $moved = $this->climb(fn (): float => $this->weighted($weights), $steps, $free);

        return [$moved, $this->correlation($tones)];
    }

    /**
     * Every module as far from its threshold as may be.
     *
     * @param  list<float>  $thresholds
     * @param  list<float>  $steps  pixels
     * @param  list<int>  $free
     */
    public function toContrast(array $thresholds, array $steps, array $free): GridMapping
    {
        return $this->climb(fn (): float => $this->apart($thresholds), $steps, $free);
    }

    /**
     * Every module as near as may be to the grey that it should have, but for scale.
     *
     * @param  list<float>  $greys
     * @param  list<float>  $steps  pixels
     * @param  list<int>  $free
     */
    public function toGreys(array $greys, array $steps, array $free): GridMapping
    {
        return $this->climb(fn (): float => Correlation::of($this->greys(), $greys), $steps, $free);
    }

    /**
     * @param  callable(): float  $score
     * @param  list<float>  $steps
     * @param  list<int>  $free
     */
    private function climb(callable $score, array $steps, array $free): GridMapping
    {
        $shifts = $this->mapping->shifts;
        $best = $score();
        foreach ($steps as $step) {
            for ($sweep = 0; $sweep < 3; $sweep++) {
                $better = false;
                foreach ($free as $k) {
                    foreach ([$step, -$step] as $move) {
                        $this->move($k, $move);
                        $now = $score();
                        if ($now > $best) {
                            $best = $now;
                            $shifts[$k] += $move;
                            $better = true;
                            break;
                        }
                        $this->move($k, -$move);
                    }
                }
                if (! $better) {
                    break;
                }
            }
        }

        if ($this->parallel) {
            $shifts[6] = $shifts[2] + $shifts[4] - $shifts[0];
            $shifts[7] = $shifts[3] + $shifts[5] - $shifts[1];
        }

        return $this->mapping->with(array_values($shifts));
    }

    private function move(int $shift, float $by): void
    {
        $shares = $this->shares[$shift >> 1];
        if (($shift & 1) === 0) {
            foreach ($shares as $i => $share) {
                $this->xs[$i] += $share * $by;
            }
        } else {
            foreach ($shares as $i => $share) {
                $this->ys[$i] += $share * $by;
            }
        }
    }

    /** @param  list<float>  $weights */
    private function weighted(array $weights): float
    {
        $sum = 0.0;
        foreach ($this->greys() as $i => $grey) {
            $sum += $weights[$i] * $grey;
        }

        return $sum;
    }

    /** @param  list<float>  $thresholds */
    private function apart(array $thresholds): float
    {
        $sum = 0.0;
        foreach ($this->greys() as $i => $grey) {
            $difference = $grey - $thresholds[$i];
            $sum += $difference < 0 ? -$difference : $difference;
        }

        return $sum;
    }

    /**
     * How well it fits as it is.
     *
     * @param  list<int>  $tones  1 light, -1 dark
     * @return float -1 to 1
     */
    public function correlation(array $tones): float
    {
        return Correlation::of($this->greys(), $tones);
    }

    /** @return list<float> */
    private function greys(): array
    {
        return GreySampler::greys($this->window, $this->xs, $this->ys);
    }
}
