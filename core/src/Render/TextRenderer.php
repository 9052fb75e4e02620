<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Draws a symbol in half blocks for a terminal, two rows of modules a line. */
final class TextRenderer
{
    /** Dark modules are drawn as ink, so that it reads on a terminal with dark letters on a light ground. */
    public static function render(ModuleMatrix $matrix, Finish $finish): string
    {
        $across = $matrix->columns() + 2 * $finish->quiet;
        $blank = str_repeat('0', $across);
        $margin = str_repeat('0', $finish->quiet);
        $rows = [
            ...array_fill(0, $finish->quiet, $blank),
            ...array_map(static fn (string $row): string => $margin.$row.$margin, $matrix->rows),
            ...array_fill(0, $finish->quiet + $matrix->size() % 2, $blank),
        ];
        $text = '';
        for ($y = 0; $y + 1 < count($rows); $y += 2) {
            for ($x = 0; $x < $across; $x++) {
                $text .= match ($rows[$y][$x].$rows[$y + 1][$x]) {
                    '11' => '█',
                    '10' => '▀',
                    '01' => '▄',
                    default => ' ',
                };
            }
            $text .= "\n";
        }

        return $text;
    }
}
