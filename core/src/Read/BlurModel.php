<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use function abs;
use function array_fill;
use function count;
use function intdiv;
use function sqrt;

/**
 * How a picture was blurred, as a symbol shows it: the grey of a module as a sum of its neighbours' tones, on a light that
 * may slope. The weights are those that explain the modules whose neighbours are all known best: finder patterns,
 * separators and quiet zone. They are learned freely, or are those of a lens, of which a size alone is to be found: finder
 * patterns are all alike, and say too little of weights that may be anything.
 */
final readonly class BlurModel
{
    /** Modules on each side whose tone reaches a module: three standard deviations of the widest bell that is seen through. */
    public const REACH = 3;

    /** The same where weights are learned freely: every one more has to be learned from the same few modules. */
    public const LEARNED = 2;

    /** Neighbours along a side of the square that reaches a module. */
    public const SIDE = 2 * self::REACH + 1;

    /** Weight of the wish for small weights beside the known modules: keeps the equations solvable. */
    private const RIDGE = 0.00003;

    /** Equations wanted for each unknown. */
    private const ENOUGH = 4;

    /** First and last step in a lens's size, of its range; each is half the one before. */
    private const STEPS = [0.1, 0.006];

    /** Error of a lens, of that of weights that were learned freely, above which the picture was blurred otherwise: moved. */
    private const LENS = 2.0;

    /** Share of the neighbours in all weight from which the lens is worth it: of a smaller spot single modules can still be told. */
    private const WIDE = 0.5;

    /**
     * @param  array<int, float>  $weights  of the neighbours row by row, the module itself in the middle
     * @param  array{float, float, float}  $light  the grey between dark and light at the first module, and what it changes by a module across and down
     * @param  float  $error  root mean square of what the model leaves of the greys that it was learned from
     * @param  bool  $isLens  whether the weights are a lens's
     */
    private function __construct(public array $weights, public array $light, public float $error, public bool $isLens = false)
    {
    }

    /**
     * As the lens has it where a lens explains the greys, else learned freely; null when too few modules are known.
     *
     * @param  array<int, float>  $greys  of a field of modules, row by row, as `GreySampler::averaged` takes them
     * @param  array<int, int>  $tones  1 light, -1 dark, 0 not known; of the field with REACH more on each side
     * @param  int  $across  modules a row of the greys
     */
    public static function likeliest(array $greys, array $tones, int $across, LensBlur $lens): ?self
    {
        $free = self::learn($greys, $tones, $across);
        if ($free === null) {
            return null;
        }
        $best = $free;
        $most = self::LENS * $free->error;
        foreach (LensBlur::SPOTS as $spot => [$least, $largest]) {
            $found = self::sized($greys, $tones, $across, $lens, $spot, $least, $largest);
            if ($found !== null && $found->error < $most && $found->spread() >= self::WIDE) {
                [$best, $most] = [$found, $found->error];
            }
        }

        return $best;
    }

    /**
     * The size of a lens's spot that leaves the least of the greys.
     *
     * @param  array<int, float>  $greys
     * @param  array<int, int>  $tones
     */
    private static function sized(array $greys, array $tones, int $across, LensBlur $lens, string $spot, float $least, float $most): ?self
    {
        $places = self::places($tones, $across);
        $range = $most - $least;
        $best = null;
        $size = 0.0;
        for ($at = 0.0; $at <= 1.0; $at += self::STEPS[0]) {
            $model = self::scaled($greys, $tones, $across, $places, $lens->weights($spot, $least + $at * $range));
            if ($best === null || ($model !== null && $model->error < $best->error)) {
                [$best, $size] = [$model, $least + $at * $range];
            }
        }
        for ($step = self::STEPS[0] / 2; $step > self::STEPS[1] && $best !== null; $step /= 2) {
            foreach ([$size - $step * $range, $size + $step * $range] as $other) {
                $model = self::scaled($greys, $tones, $across, $places, $lens->weights($spot, max($least, $other)));
                if ($model !== null && $model->error < $best->error) {
                    [$best, $size] = [$model, $other];
                }
            }
        }

        return $best;
    }

    /**
     * Modules whose neighbours within LEARNED are all known. Of those further off the ones that are not known count as between dark and light.
     *
     * @param  array<int, int>  $tones
     * @return array<int, int> place in the field, by place among the greys
     */
    private static function places(array $tones, int $across): array
    {
        $wide = $across + 2 * self::REACH;
        $offsets = array_merge(...self::pairs($wide));
        $places = [];
        for ($i = 0; $i < $across * $across; $i++) {
            $at = (intdiv($i, $across) + self::REACH) * $wide + $i % $across + self::REACH;
            foreach ($offsets as $offset) {
                if ($tones[$at + $offset] === 0) {
                    continue 2;
                }
            }
            $places[$i] = $at;
        }

        return $places;
    }

    /**
     * Given weights, multiplied and on a light that may slope so that they come nearest to the greys.
     *
     * @param  array<int, float>  $greys
     * @param  array<int, int>  $tones
     * @param  array<int, int>  $places  by place among the greys
     * @param  array<int, float>  $weights
     */
    private static function scaled(array $greys, array $tones, int $across, array $places, array $weights): ?self
    {
        $wide = $across + 2 * self::REACH;
        $offsets = [];
        foreach ($weights as $k => $weight) {
            if ($weight > 0.0) {
                $offsets[(intdiv($k, self::SIDE) - self::REACH) * $wide + $k % self::SIDE - self::REACH] = $weight;
            }
        }
        $normal = array_fill(0, 4, array_fill(0, 5, 0.0));
        $squares = 0.0;
        foreach ($places as $i => $at) {
            $tone = 0.0;
            foreach ($offsets as $offset => $weight) {
                $tone += $weight * $tones[$at + $offset];
            }
            $row = [$tone, 1.0, $i % $across / $across, intdiv($i, $across) / $across, $greys[$i]];
            $squares += $greys[$i] * $greys[$i];
            for ($k = 0; $k < 4; $k++) {
                for ($m = 0; $m < 5; $m++) {
                    $normal[$k][$m] += $row[$k] * $row[$m];
                }
            }
        }
        $solved = Equations::solve($normal);
        // What is left over is at right angles to what was fitted.
        foreach ($solved as $k => $factor) {
            $squares -= $factor * $normal[$k][4];
        }

        return count($places) < 4 * self::ENOUGH ? null : new self(
            array_map(static fn (float $weight): float => $weight * $solved[0], $weights),
            [$solved[1], $solved[2] / $across, $solved[3] / $across],
            sqrt(max(0.0, $squares) / count($places)),
            true,
        );
    }

    /**
     * Learns from the modules whose neighbours' tones are all known; null when these are too few.
     *
     * @param  array<int, float>  $greys  of a field of modules, by place row by row: those whose neighbours are all known are needed
     * @param  array<int, int>  $tones  1 light, -1 dark, 0 not known; of the field with REACH more on each side
     * @param  int  $across  modules a row of the greys
     */
    public static function learn(array $greys, array $tones, int $across): ?self
    {
        $wide = $across + 2 * self::REACH;
        $pairs = self::pairs($wide);
        $unknowns = count($pairs) + 3;
        $normal = array_fill(0, $unknowns, array_fill(0, $unknowns + 1, 0.0));
        $rows = [];
        foreach (self::places($tones, $across) as $i => $at) {
            [$x, $y, $grey] = [$i % $across, intdiv($i, $across), $greys[$i]];
            $row = [];
            foreach ($pairs as [$one, $other]) {
                $row[] = (float) ($one === 0 ? $tones[$at] : $tones[$at + $one] + $tones[$at + $other]);
            }
            $row[] = 1.0;
            $row[] = $x / $across;
            $row[] = $y / $across;
            $rows[] = [$row, $grey];
            foreach ($row as $k => $factor) {
                if ($factor !== 0.0) {
                    for ($m = $k; $m < $unknowns; $m++) {
                        $normal[$k][$m] += $factor * $row[$m];
                    }
                    $normal[$k][$unknowns] += $factor * $grey;
                }
            }
        }
        if (count($rows) < self::ENOUGH * $unknowns) {
            return null;
        }
        for ($k = 0; $k < $unknowns; $k++) {
            for ($m = 0; $m < $k; $m++) {
                $normal[$k][$m] = $normal[$m][$k];
            }
            $normal[$k][$k] += $k < count($pairs) ? self::RIDGE * count($rows) : 0.0;
        }
        $solved = Equations::solve($normal);
        $error = 0.0;
        foreach ($rows as [$row, $grey]) {
            foreach ($row as $k => $factor) {
                $grey -= $factor * $solved[$k];
            }
            $error += $grey * $grey;
        }
        $weights = array_fill(0, self::SIDE ** 2, 0.0);
        foreach (self::pairs(self::SIDE) as $k => [$one, $other]) {
            $middle = intdiv(self::SIDE ** 2, 2);
            $weights[$middle + $one] = $weights[$middle + $other] = $solved[$k];
        }

        return new self($weights, [$solved[$unknowns - 3], $solved[$unknowns - 2] / $across, $solved[$unknowns - 1] / $across], sqrt($error / count($rows)));
    }

    /**
     * The grey that a module should have.
     *
     * @param  array<int, int>  $tones  of the field with REACH more on each side
     * @param  int  $wide  modules a row of the field
     */
    public function grey(array $tones, int $wide, int $column, int $row): float
    {
        $grey = $this->light[0] + $this->light[1] * $column + $this->light[2] * $row;
        foreach ($this->weights as $k => $weight) {
            $grey += $weight * $tones[($row + intdiv($k, self::SIDE)) * $wide + $column + $k % self::SIDE];
        }

        return $grey;
    }

    /** The weight of a module's own tone: half the difference of a dark and a light one, all else alike. */
    public function own(): float
    {
        return $this->weights[intdiv(self::SIDE ** 2, 2)];
    }

    /** Share of all weight that is the neighbours': 0 in a sharp picture. */
    public function spread(): float
    {
        $all = 0.0;
        foreach ($this->weights as $weight) {
            $all += abs($weight);
        }

        return $all > 0.0 ? 1 - abs($this->own()) / $all : 1.0;
    }

    /**
     * Offsets of the neighbours within LEARNED in a field, each with the one opposite; the module itself last.
     *
     * @return list<array{int, int}>
     */
    private static function pairs(int $wide): array
    {
        $side = 2 * self::LEARNED + 1;
        $pairs = [];
        for ($k = 0; $k <= intdiv($side ** 2, 2); $k++) {
            $offset = (intdiv($k, $side) - self::LEARNED) * $wide + $k % $side - self::LEARNED;
            $pairs[] = [$offset, -$offset];
        }

        return $pairs;
    }
}
