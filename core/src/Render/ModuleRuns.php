<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Dark modules as boxes one module tall: what the vector formats draw. */
final class ModuleRuns
{
    /** @return list<array{int, int, int}> column, row and length of every run of dark modules */
    public static function of(ModuleMatrix $matrix): array
    {
        $runs = [];
        foreach ($matrix->rows as $y => $row) {
            preg_match_all('/1+/', $row, $found, PREG_OFFSET_CAPTURE);
            foreach ($found[0] as [$run, $x]) {
                $runs[] = [$x, $y, strlen($run)];
            }
        }

        return $runs;
    }
}
