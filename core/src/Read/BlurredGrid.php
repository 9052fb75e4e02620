<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\Version;

use function intdiv;
use function max;

/** A module grid laid through a blur: the blur is learned from the known modules, and the grid moved to where they have the greys that it gives them. */
final readonly class BlurredGrid
{
    /** Times that one is found by the other. */
    private const ROUNDS = 3;

    /** Steps by the picture's slopes after that. */
    private const STEPS = 2;

    /** Error, of the weight of a tone, from which nothing better is to be expected. */
    private const HOPELESS = 1.0;

    /** Where the fourth corner is looked for: steps on each side, and modules a step. */
    private const ASIDE = 5;

    private const STEP = 0.3;

    /** Correlation that makes an alignment pattern. */
    private const PATTERN = 0.5;

    /**
     * @param  float  $error  what the blur leaves of the known modules' greys, of the weight of a tone: 0 where they are explained whole
     */
    private function __construct(private PixelWindow $window, public GridMapping $mapping, public Version $version, public float $error, private ?BlurModel $model = null)
    {
    }

    /** @param  float  $modulePx  pixels a module of the window */
    public static function settle(PixelWindow $window, FinderTriplet $triplet, Version $version, float $modulePx): self
    {
        $known = KnownTones::of($version);
        $mapping = GridFitter::parallel($window, $triplet, $version);
        [$us, $vs, $which] = [[], [], []];
        foreach ($known->inner as [$column, $row]) {
            $us[] = $column + 0.5;
            $vs[] = $row + 0.5;
            $which[] = $row * $version->modules() + $column;
        }
        for ($round = 0; ; $round++) {
            $sampled = GreySampler::averagedOf($window, $mapping, $which);
            $model = BlurModel::learn($sampled, $known->field, $version->modules());
            if ($model === null || $model->own() <= 0.0) {
                return new self($window, $mapping, $version, INF);
            }
            // A grid of the wrong version gets no better by being moved.
            if ($round === self::ROUNDS + self::STEPS || $model->error > self::HOPELESS * $model->own()) {
                return new self($window, $mapping, $version, $model->error / $model->own(), $model);
            }
            $greys = [];
            foreach ($known->inner as [$column, $row]) {
                $greys[] = $model->grey($known->field, $known->wide, $column, $row);
            }
            if ($round >= self::ROUNDS) {
                $mapping = GridStep::towards($window, $mapping, $sampled, array_combine($which, $greys), corners: 3);

                continue;
            }
            $wide = $modulePx / (1 + $round);
            // Three patterns say where a parallelogram lies, and little of the fourth corner.
            $mapping = (new GridRefiner($window, $mapping, $us, $vs, true))->toGreys($greys, [0.6 * $wide, 0.3 * $wide, 0.1 * $modulePx], [0, 1, 2, 3, 4, 5]);
        }
    }

    /** The grid with its fourth corner where the last alignment pattern looks most as the blur should have it; null where there is none. */
    public function aligned(): ?GridMapping
    {
        if ($this->version->number < 2 || $this->model === null) {
            return null;
        }
        $known = KnownTones::of($this->version);
        $from = $this->mapping->modules - 9;
        $greys = [];
        $places = [];
        for ($k = 0; $k < 25; $k++) {
            [$column, $row] = [$from + $k % 5, $from + intdiv($k, 5)];
            // Neighbours that nobody knows are taken as between dark and light.
            $greys[] = $this->model->grey($known->field, $known->wide, $column, $row);
            $places[] = [$column + 0.5, $row + 0.5];
        }
        $best = self::PATTERN;
        $found = null;
        for ($i = -self::ASIDE; $i <= self::ASIDE; $i++) {
            for ($j = -self::ASIDE; $j <= self::ASIDE; $j++) {
                $mapping = $this->leaning(self::STEP * $i, self::STEP * $j);
                [$xs, $ys] = [[], []];
                foreach ($places as [$u, $v]) {
                    [$xs[], $ys[]] = $mapping->at($u, $v);
                }
                $fit = Correlation::of(GreySampler::greys($this->window, $xs, $ys), $greys);
                if ($fit > $best) {
                    [$best, $found] = [$fit, $mapping];
                }
            }
        }

        return $found;
    }

    /** The same with its fourth corner so many modules further out, right and down: perspective that three patterns do not show. */
    public function leaning(float $right, float $down): GridMapping
    {
        $n = $this->mapping->modules;
        [$x, $y] = $this->mapping->at(0, 0);
        [$ax, $ay] = $this->mapping->at($n, 0);
        [$bx, $by] = $this->mapping->at(0, $n);
        [$cx, $cy] = $this->mapping->at($n, $n);
        $cx += ($right * ($ax - $x) + $down * ($bx - $x)) / max(1, $n);
        $cy += ($right * ($ay - $y) + $down * ($by - $y)) / max(1, $n);

        return GridMapping::between($n, [[$x, $y], [$ax, $ay], [$bx, $by], [$cx, $cy]]);
    }
}
