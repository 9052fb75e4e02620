<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\Version;

use function abs;
use function array_fill;
use function array_fill_keys;
use function array_filter;
use function count;
use function intdiv;
use function min;

/** The greys of a symbol's modules and the blur that they are seen through, laid out as `KnownTones` lays out a field. */
final readonly class BlurredField
{
    /** Share of a module's own weight below which a neighbour's is left out: a movement reaches few of them. */
    private const NOTHING = 0.004;

    /**
     * @param  list<float>  $greys  of the modules, row by row
     * @param  array<int, float>  $offsets  weight of each neighbour, by its offset in the field
     * @param  array<int, array<int, float>>  $reaches  the same by place: at the symbol's edge without those in the quiet zone, whose greys are not known
     */
    private function __construct(public array $greys, public KnownTones $known, public BlurModel $model, public array $offsets, public array $reaches)
    {
    }

    /** @param  list<float>  $greys  of the modules, row by row */
    public static function of(array $greys, Version $version, BlurModel $model): self
    {
        $known = KnownTones::of($version);
        $offsets = [];
        $least = self::NOTHING * abs($model->own());
        foreach ($model->weights as $k => $weight) {
            if (abs($weight) >= $least) {
                $offsets[(intdiv($k, BlurModel::SIDE) - BlurModel::REACH) * $known->wide + $k % BlurModel::SIDE - BlurModel::REACH] = $weight;
            }
        }
        $isIn = array_fill_keys($known->places, true);
        $reaches = [];
        $n = $version->modules();
        foreach ($known->places as $i => $at) {
            [$x, $y] = [$i % $n, intdiv($i, $n)];
            $reaches[$at] = min($x, $y, $n - 1 - $x, $n - 1 - $y) >= BlurModel::REACH ? $offsets
                : array_filter($offsets, static fn (int $offset): bool => isset($isIn[$at + $offset]), ARRAY_FILTER_USE_KEY);
        }

        return new self($greys, $known, $model, $offsets, $reaches);
    }

    /**
     * What the model leaves of the greys, by place in the field; nought in the margin.
     *
     * @param  array<int, float|int>  $tones  of the field
     * @return array<int, float>
     */
    public function left(array $tones): array
    {
        [$light, $across, $down] = $this->model->light;
        $n = $this->known->wide - 2 * BlurModel::REACH;
        $left = array_fill(0, count($tones), 0.0);
        foreach ($this->known->places as $i => $at) {
            $rest = $this->greys[$i] - $light - $across * ($i % $n) - $down * intdiv($i, $n);
            foreach ($this->offsets as $offset => $weight) {
                $rest -= $weight * $tones[$at + $offset];
            }
            $left[$at] = $rest;
        }

        return $left;
    }

    /** @return list<int> places of the modules that nobody knows beforehand */
    public function unknown(): array
    {
        return array_values(array_filter($this->known->places, fn (int $at): bool => $this->known->field[$at] === 0));
    }

    /**
     * @param  array<int, float>  $left  by place in the field
     * @return list<float> the greys as they should be by what was found, row by row
     */
    public function predicted(array $left): array
    {
        $greys = [];
        foreach ($this->known->places as $i => $at) {
            $greys[] = $this->greys[$i] - $left[$at];
        }

        return $greys;
    }
}
