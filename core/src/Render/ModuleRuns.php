<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** Dark modules as boxes, what the vector formats draw: runs in a row, and one box for equal rows below each other. */
final class ModuleRuns
{
    /**
     * @param  list<string>  $rows  '1' where a box must cover
     * @return list<ModuleBox> that cover the dark modules
     */
    public static function of(array $rows): array
    {
        $boxes = [];
        $count = count($rows);
        for ($y = 0; $y < $count; $y += $height) {
            $row = $rows[$y];
            for ($height = 1; $y + $height < $count && $rows[$y + $height] === $row; $height++);
            preg_match_all('/1+/', $row, $found, PREG_OFFSET_CAPTURE);
            foreach ($found[0] as [$run, $x]) {
                $boxes[] = new ModuleBox($x, $y, strlen($run), $height);
            }
        }

        return $boxes;
    }
}
