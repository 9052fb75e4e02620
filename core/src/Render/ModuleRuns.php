<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Dark modules as boxes, what the vector formats draw: runs in a row, and one box for equal rows below each other. */
final class ModuleRuns
{
    /** @return list<array{int, int, int, int}> column, row, width and height of boxes that cover the dark modules */
    public static function of(ModuleMatrix $matrix): array
    {
        $boxes = [];
        $count = count($matrix->rows);
        for ($y = 0; $y < $count; $y += $height) {
            $row = $matrix->rows[$y];
            for ($height = 1; $y + $height < $count && $matrix->rows[$y + $height] === $row; $height++);
            preg_match_all('/1+/', $row, $found, PREG_OFFSET_CAPTURE);
            foreach ($found[0] as [$run, $x]) {
                $boxes[] = [$x, $y, strlen($run), $height];
            }
        }

        return $boxes;
    }
}
