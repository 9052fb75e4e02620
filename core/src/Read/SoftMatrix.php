<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Greys of a symbol's modules, before it is decided which are dark. */
final readonly class SoftMatrix
{
    /** Modules on each side that have a say in a module's threshold. */
    private const RADIUS = 5;

    /** Modules on each side that reach beyond every blot of one tone: the core of a finder pattern is three wide. */
    private const BLOT = 2;

    /** @param  list<float>  $greys  row by row */
    public function __construct(public int $modules, public array $greys)
    {
    }

    /**
     * Half way between the dark and the light modules around each module.
     *
     * @return array{list<float>, list<float>} thresholds, and the distance from dark to light
     */
    public function thresholds(): array
    {
        $n = $this->modules;
        $means = [];
        $sums = BoxSums::around($this->greys, $n, $n, self::RADIUS);
        $counts = BoxSums::sizes($n, $n, self::RADIUS);
        foreach ($sums as $i => $sum) {
            $means[] = $sum / $counts[$i];
        }
        /** @var list<int> $isDark */
        $isDark = [];
        $darkGreys = [];
        foreach ($this->greys as $i => $grey) {
            $isDark[] = $grey < $means[$i] ? 1 : 0;
            $darkGreys[] = $grey < $means[$i] ? $grey : 0.0;
        }
        $darkSums = BoxSums::around($darkGreys, $n, $n, self::RADIUS);
        $darkCounts = BoxSums::around($isDark, $n, $n, self::RADIUS);
        $thresholds = [];
        $spans = [];
        foreach ($darkSums as $i => $dark) {
            $light = $counts[$i] - $darkCounts[$i];
            if ($darkCounts[$i] < 1 || $light < 1) {
                $thresholds[] = $means[$i];
                $spans[] = 1.0;

                continue;
            }
            $low = $dark / $darkCounts[$i];
            $high = ($sums[$i] - $dark) / $light;
            $thresholds[] = ($low + $high) / 2;
            $spans[] = max(1.0, $high - $low);
        }

        return [$thresholds, $spans];
    }

    /** Each module set off against its four neighbours: undoes what a blur has mixed in of them. */
    public function sharpened(float $amount): self
    {
        $n = $this->modules;
        $greys = [];
        $i = 0;
        for ($row = 0; $row < $n; $row++) {
            for ($column = 0; $column < $n; $column++, $i++) {
                $own = $this->greys[$i];
                $around = ($row > 0 ? $this->greys[$i - $n] : $own) + ($row < $n - 1 ? $this->greys[$i + $n] : $own)
                    + ($column > 0 ? $this->greys[$i - 1] : $own) + ($column < $n - 1 ? $this->greys[$i + 1] : $own);
                $greys[] = $own + $amount * ($own - $around / 4);
            }
        }

        return new self($n, $greys);
    }

    /**
     * Half way between what the light and the dark modules around each module come to, where the light falls on them with a
     * sharp edge: the light and the dark are followed up to the edge from its own side (morphological closing and opening).
     *
     * @return array{list<float>, list<float>} thresholds, and the distance from dark to light
     */
    private function edgedThresholds(): array
    {
        $radius = self::BLOT;
        $n = $this->modules;
        $light = NeighbourhoodExtremes::least(NeighbourhoodExtremes::most($this->greys, $n, $radius), $n, $radius);
        $dark = NeighbourhoodExtremes::most(NeighbourhoodExtremes::least($this->greys, $n, $radius), $n, $radius);
        [$thresholds, $spans] = [[], []];
        foreach ($light as $i => $high) {
            $thresholds[] = ($high + $dark[$i]) / 2;
            $spans[] = max(1.0, $high - $dark[$i]);
        }

        return [$thresholds, $spans];
    }

    /** Each module dark or light by its threshold, with how sure that is. */
    public function decided(): DecidedMatrix
    {
        return $this->by(...$this->thresholds());
    }

    /** The same across edges of light. */
    public function decidedAcrossEdges(): DecidedMatrix
    {
        return $this->by(...$this->edgedThresholds());
    }

    /**
     * @param  list<float>  $thresholds
     * @param  list<float>  $spans
     */
    private function by(array $thresholds, array $spans): DecidedMatrix
    {
        $bits = '';
        $certainty = [];
        foreach ($this->greys as $i => $grey) {
            $difference = $grey - $thresholds[$i];
            $bits .= $difference < 0 ? '1' : '0';
            $certainty[] = ($difference < 0 ? -$difference : $difference) / $spans[$i];
        }

        return new DecidedMatrix(new ModuleMatrix(str_split($bits, max(1, $this->modules))), $certainty);
    }
}
