<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

/** Luminance plane to symbols of every kind that is asked for. */
final class Reader
{
    /** Share of the time in which a symbol is looked for where it was expected: the rest is for the whole picture. */
    private const NEAR = 0.6;

    /** Reads every symbol it can; without any, says how far the best attempt came. */
    public function read(LuminancePlane $plane, ReadOptions $options = new ReadOptions): ReadOutcome
    {
        $budget = ReadBudget::of($options->effort->within($options->budgetMs, $plane->width * $plane->height));

        return $this->nearby($plane, $options, $budget) ?? (new Search($plane, $options, $budget))->run();
    }

    /** What is read where a symbol was expected; null when that is nothing. */
    private function nearby(LuminancePlane $plane, ReadOptions $options, ReadBudget $budget): ?ReadOutcome
    {
        $part = $options->wants('qr') ? $options->near?->part($plane) : null;
        if ($part === null) {
            return null;
        }
        [$picture, $left, $top] = $part;
        $ms = Effort::Quick->within($options->budgetMs, $picture->width * $picture->height);
        $outcome = (new Search($picture, new ReadOptions(['qr'], effort: Effort::Quick), $budget->part($ms, most: self::NEAR)))->run();
        if ($outcome->readings === []) {
            return null;
        }
        $readings = array_map(static fn (Reading $reading): Reading => $reading->moved($left, $top, $plane), $outcome->readings);

        return new ReadOutcome($readings, null, [], Ending::Near, $outcome->steps);
    }
}
