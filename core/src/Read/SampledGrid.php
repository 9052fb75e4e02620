<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\BetweenPixels;
use KeenGlyph\Core\Image\LuminancePlane;

/**
 * What the reader saw of each module, row by row as the symbol stands: its reflectance in the picture as it came, the
 * threshold that decided whether it is dark, and how sure that was. Grading and pictures of a reading stand on it.
 */
final readonly class SampledGrid
{
    /** Modules from the middle of a module to the four other places whose mean is taken. */
    private const SPREAD = 0.22;

    /**
     * @param  int  $modules  a side
     * @param  list<float>  $reflectances  0 black to 1 white
     * @param  list<float>  $thresholds  on the same scale
     * @param  list<float>  $certainties  0 on the threshold, about a half for a clear module
     */
    private function __construct(
        public int $modules,
        public array $reflectances,
        public array $thresholds,
        public array $certainties,
    ) {
    }

    /** Samples the middle of every module and four places around it. */
    public static function of(LuminancePlane $picture, GridGeometry $geometry): self
    {
        $n = $geometry->modules();
        $greys = [];
        for ($row = 0; $row < $n; $row++) {
            for ($column = 0; $column < $n; $column++) {
                $middle = $geometry->at($column + 0.5, $row + 0.5);
                $sum = BetweenPixels::at($picture, $middle->x, $middle->y);
                foreach ([[1, 1], [1, -1], [-1, 1], [-1, -1]] as [$i, $j]) {
                    $place = $geometry->at($column + 0.5 + $i * self::SPREAD, $row + 0.5 + $j * self::SPREAD);
                    $sum += BetweenPixels::at($picture, $place->x, $place->y);
                }
                $greys[] = $sum / 5;
            }
        }
        [$thresholds, $spans] = (new SoftMatrix($n, $greys))->thresholds();
        $share = static fn (float $grey): float => $grey / 255;

        return new self(
            $n,
            array_map($share, $greys),
            array_map($share, $thresholds),
            array_map(static fn (float $grey, float $threshold, float $span): float => abs($grey - $threshold) / $span, $greys, $thresholds, $spans),
        );
    }

    /** Reflectance of one module, 0 black to 1 white. */
    public function reflectance(int $column, int $row): float
    {
        return $this->reflectances[$row * $this->modules + $column];
    }
}
