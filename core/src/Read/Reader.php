<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

/** Luminance plane to symbols of every kind that is asked for. */
final class Reader
{
    /** Reads every symbol it can; without any, says how far the best attempt came. */
    public function read(LuminancePlane $plane, ReadOptions $options = new ReadOptions): ReadOutcome
    {
        return $this->nearby($plane, $options) ?? (new Search($plane, $options))->run();
    }

    /** What is read where a symbol was expected; null when that is nothing. */
    private function nearby(LuminancePlane $plane, ReadOptions $options): ?ReadOutcome
    {
        $part = $options->wants('qr') ? $options->near?->part($plane) : null;
        if ($part === null) {
            return null;
        }
        [$picture, $left, $top] = $part;
        $outcome = (new Search($picture, new ReadOptions(['qr'], $options->budgetMs, Effort::Quick)))->run();
        if ($outcome->readings === []) {
            return null;
        }
        $readings = array_map(static fn (Reading $reading): Reading => $reading->moved($left, $top, $plane), $outcome->readings);

        return new ReadOutcome($readings, null, [], Ending::Near, $outcome->steps);
    }
}
