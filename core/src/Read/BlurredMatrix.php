<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\Version;

/**
 * Modules seen through a blur: of all ways to set them dark or light the one that, blurred as the symbol's known modules
 * are, comes nearest to the greys. A first guess with tones between dark and light, then single modules
 * and neighbours in pairs turned over while that brings it nearer; then the blur is learned anew from all modules.
 */
final class BlurredMatrix
{
    /** Share of the neighbours in all weight, from which a picture is blurred enough to be worth it. */
    private const BLURRED = 0.3;

    /** Error left on the known modules, of the weight of a tone, above which this is no symbol or no such blur. */
    private const ERROR = 0.4;

    /** Share of a module's own weight below which a neighbour's is left out: a movement reaches few of them. */
    private const NOTHING = 0.015;

    /** Times that all tones are gone through, and the greatest change in one that ends it sooner. */
    private const STEPS = 60;

    private const STILL = 0.02;

    /** How far beyond the best place for a tone it is put, which gets there sooner: 1 not at all, below 2. */
    private const BEYOND = 1.5;

    /** Times that all modules are gone through, turning them over. */
    private const SWEEPS = 6;

    /** Times that the blur is learned from what was found with it. */
    private const ROUNDS = 2;

    /** @var array<int, int> of the field with a margin: 1 light, -1 dark, 0 not known */
    private readonly array $known;

    private readonly int $wide;

    /** @var list<int> place in the field of each module */
    private readonly array $places;

    /** @param  list<float>  $greys */
    private function __construct(private readonly array $greys, private readonly Version $version)
    {
        $known = KnownTones::of($version);
        [$this->wide, $this->known, $this->places] = [$known->wide, $known->field, $known->places];
    }

    /**
     * The likeliest modules; null where there is no blur to see through, or the known modules do not bear out that this is a symbol.
     *
     * @param  SoftMatrix  $soft  greys as they were sampled
     */
    public static function solve(SoftMatrix $soft, Version $version): ?SeenThrough
    {
        return (new self($soft->greys, $version))->solved();
    }

    private function solved(): ?SeenThrough
    {
        $n = $this->version->modules();
        $model = BlurModel::learn($this->greys, $this->known, $n);
        if ($model === null || $model->spread() < self::BLURRED || $model->error > self::ERROR * $model->own()) {
            return null;
        }
        $tones = $this->descend($model);
        $left = [];
        for ($round = 0; ; $round++) {
            [$tones, $left] = $this->turn($model, $tones);
            $again = $round < self::ROUNDS ? BlurModel::learn($this->greys, $tones, $n) : null;
            if ($again === null) {
                break;
            }
            $model = $again;
        }

        return new SeenThrough($this->decide($model, $tones, $left), $this->predicted($left));
    }

    /**
     * What the model leaves of the greys.
     *
     * @param  array<int, float|int>  $tones
     * @return list<float> by module
     */
    private function rest(BlurModel $model, array $tones): array
    {
        [$light, $across, $down] = $model->light;
        $n = $this->version->modules();
        $offsets = $this->offsets($model);
        $rest = [];
        foreach ($this->places as $i => $at) {
            $sum = $this->greys[$i] - $light - $across * ($i % $n) - $down * intdiv($i, $n);
            foreach ($offsets as $offset => $weight) {
                $sum -= $weight * $tones[$at + $offset];
            }
            $rest[] = $sum;
        }

        return $rest;
    }

    /**
     * Offsets and weights of the modules that a place reaches: at the symbol's edge those in the quiet zone are not counted,
     * whose greys are not known.
     *
     * @return array<int, array<int, float>> by place in the field
     */
    private function reaches(BlurModel $model): array
    {
        $offsets = $this->offsets($model);
        $isIn = array_fill_keys($this->places, true);
        $reaches = [];
        $n = $this->version->modules();
        foreach ($this->places as $i => $at) {
            [$x, $y] = [$i % $n, intdiv($i, $n)];
            $reaches[$at] = min($x, $y, $n - 1 - $x, $n - 1 - $y) >= BlurModel::REACH ? $offsets
                : array_filter($offsets, static fn (int $offset): bool => isset($isIn[$at + $offset]), ARRAY_FILTER_USE_KEY);
        }

        return $reaches;
    }

    /** @return array<int, float> weight by offset in the field */
    private function offsets(BlurModel $model): array
    {
        $offsets = [];
        $least = self::NOTHING * abs($model->own());
        foreach ($model->weights as $k => $weight) {
            if (abs($weight) < $least) {
                continue;
            }
            $offsets[(intdiv($k, BlurModel::SIDE) - BlurModel::REACH) * $this->wide + $k % BlurModel::SIDE - BlurModel::REACH] = $weight;
        }

        return $offsets;
    }

    /**
     * Each tone in turn put where the squares of what is left are least, and a little beyond, between dark and light.
     *
     * @return array<int, int> tones of the field
     */
    private function descend(BlurModel $model): array
    {
        $reaches = $this->reaches($model);
        $powers = array_map(self::power(...), $reaches);
        /** @var array<int, float> $tones */
        $tones = array_map(floatval(...), $this->known);
        $left = array_fill(0, count($tones), 0.0);
        foreach ($this->rest($model, $tones) as $i => $rest) {
            $left[$this->places[$i]] = $rest;
        }
        for ($step = 0; $step < self::STEPS; $step++) {
            $most = 0.0;
            foreach ($this->places as $at) {
                if ($this->known[$at] !== 0) {
                    continue;
                }
                $slope = 0.0;
                $offsets = $reaches[$at];
                foreach ($offsets as $offset => $weight) {
                    $slope += $weight * $left[$at + $offset];
                }
                $tone = $tones[$at] + self::BEYOND * $slope / $powers[$at];
                $tone = $tone > 1.0 ? 1.0 : ($tone < -1.0 ? -1.0 : $tone);
                $move = $tone - $tones[$at];
                if ($move > 1e-4 || $move < -1e-4) {
                    $tones[$at] = $tone;
                    foreach ($offsets as $offset => $weight) {
                        $left[$at + $offset] -= $move * $weight;
                    }
                    $most = max($most, abs($move));
                }
            }
            if ($most < self::STILL) {
                break;
            }
        }

        return array_map(static fn (float $tone): int => $tone < 0.0 ? -1 : 1, $tones);
    }

    /**
     * Turns modules over, one by one and with a neighbour, while that brings the model nearer to the greys.
     *
     * @param  array<int, int>  $tones
     * @return array{array<int, int>, array<int, float>} tones, and what is left of the grey at each place of the field
     */
    private function turn(BlurModel $model, array $tones): array
    {
        $offsets = $this->offsets($model);
        $left = array_fill(0, count($tones), 0.0);
        foreach ($this->rest($model, $tones) as $i => $rest) {
            $left[$this->places[$i]] = $rest;
        }
        $reaches = $this->reaches($model);
        $powers = array_map(self::power(...), $reaches);
        // How much two modules side by side share: sums of products of the weights, by their distance.
        $shared = [];
        foreach ([1, $this->wide, $this->wide + 1, $this->wide - 1] as $apart) {
            $shared[$apart] = 0.0;
            foreach ($offsets as $offset => $weight) {
                $shared[$apart] += $weight * ($offsets[$offset + $apart] ?? 0.0);
            }
        }
        for ($sweep = 0; $sweep < self::SWEEPS; $sweep++) {
            $turned = 0;
            $gains = [];
            foreach ($this->places as $at) {
                if ($this->known[$at] !== 0) {
                    continue;
                }
                $slope = 0.0;
                foreach ($reaches[$at] as $offset => $weight) {
                    $slope += $weight * $left[$at + $offset];
                }
                // Turning over adds 2 t w to what is left around: the squares grow by 4 t slope + 4 power.
                $gain = $tones[$at] * $slope + $powers[$at];
                if ($gain < 0.0) {
                    foreach ($reaches[$at] as $offset => $weight) {
                        $left[$at + $offset] += 2 * $tones[$at] * $weight;
                    }
                    $tones[$at] = -$tones[$at];
                    $turned++;
                    $gain = -$gain;
                }
                $gains[$at] = $gain;
            }
            foreach ($gains as $at => $gain) {
                foreach ($shared as $apart => $both) {
                    $other = $at + $apart;
                    if (isset($gains[$other]) && $gain + $gains[$other] + 2 * $tones[$at] * $tones[$other] * $both < -1e-9) {
                        foreach ([$at, $other] as $place) {
                            foreach ($reaches[$place] as $offset => $weight) {
                                $left[$place + $offset] += 2 * $tones[$place] * $weight;
                            }
                            $tones[$place] = -$tones[$place];
                            unset($gains[$place]);
                        }
                        $turned++;
                        break;
                    }
                }
            }
            if ($turned === 0) {
                break;
            }
        }

        return [$tones, $left];
    }

    /**
     * @param  array<int, float>  $left  of the grey at each place of the field
     * @return list<float> the greys as they should be by what was found
     */
    private function predicted(array $left): array
    {
        $greys = [];
        foreach ($this->places as $i => $at) {
            $greys[] = $this->greys[$i] - $left[$at];
        }

        return $greys;
    }

    /**
     * @param  array<int, int>  $tones
     * @param  array<int, float>  $left
     */
    private function decide(BlurModel $model, array $tones, array $left): DecidedMatrix
    {
        $reaches = $this->reaches($model);
        $n = $this->version->modules();
        $bits = '';
        $sureness = [];
        foreach ($this->places as $at) {
            $bits .= $tones[$at] < 0 ? '1' : '0';
            $slope = 0.0;
            $power = self::power($reaches[$at]);
            foreach ($reaches[$at] as $offset => $weight) {
                $slope += $weight * $left[$at + $offset];
            }
            // By how much turning it over would make things worse, of what it would were nothing left over.
            $sureness[] = 0.5 * max(0.0, min(1.0, ($tones[$at] * $slope + $power) / $power));
        }

        return new DecidedMatrix(new ModuleMatrix(str_split($bits, max(1, $n))), $sureness);
    }

    /** @param  array<int, float>  $weights */
    private static function power(array $weights): float
    {
        $power = 1e-9;
        foreach ($weights as $weight) {
            $power += $weight * $weight;
        }

        return $power;
    }
}
