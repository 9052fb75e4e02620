<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** Paths in the operators of PDF and PostScript, numbers in thousandths of a module. */
final class VectorPath
{
    /**
     * @param  list<PlacedPath>  $placed
     * @param  array{move: string, line: string, curve: string, close: string}  $names  of the operators
     */
    public static function operators(array $placed, array $names): string
    {
        $text = '';
        $operator = ['M' => " {$names['move']}\n", 'L' => " {$names['line']}\n", 'C' => " {$names['curve']}\n", 'Z' => "{$names['close']}\n"];
        foreach ($placed as $one) {
            [$dx, $dy] = [$one->x, $one->y];
            foreach ($one->path->commands as [$letter, $values]) {
                $numbers = [];
                for ($i = 0, $count = count($values); $i < $count; $i += 2) {
                    $numbers[] = round($values[$i] + $dx, 3).' '.round($values[$i + 1] + $dy, 3);
                }
                $text .= implode(' ', $numbers).$operator[$letter];
            }
        }

        return $text;
    }

    /** @return list<PlacedPath> */
    public static function placed(Piece|ModuleField $part): array
    {
        return $part instanceof ModuleField ? $part->placed() : [new PlacedPath($part->path)];
    }
}
