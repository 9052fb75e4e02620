<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

use KeenGlyph\Core\Symbol\ModuleMatrix;

/** A linear symbol as a grid of modules: quiet zones, bars, guards, bearer bars and the characters below. */
final class BarSheet
{
    /** Rows by which guard bars reach down between the digits. */
    private const GUARD_ROWS = 5;

    private const GAP = 1;

    /** @param  bool  $captioned  with the characters below */
    public static function matrix(LinearSymbol $symbol, bool $captioned = true): ModuleMatrix
    {
        [$left, $right] = $symbol->quiet;
        $left += $symbol->frame;
        $right += $symbol->frame;
        $width = $left + $symbol->modules() + $right;
        $bars = str_repeat('0', $left).$symbol->bars.str_repeat('0', $right);
        $frame = array_fill(0, $symbol->frame, str_repeat('1', $width));
        if ($symbol->frame > 0) {
            $edge = str_repeat('1', $symbol->frame);
            $bars = $edge.substr($bars, $symbol->frame, -$symbol->frame).$edge;
        }
        $rows = [...$frame, ...array_fill(0, $symbol->height, $bars), ...$frame];
        if ($captioned) {
            $rows = [...$rows, ...($symbol->guards === [] ? self::lines($symbol, $width, $left) : self::between($symbol, $width, $left))];
        } elseif ($symbol->guards !== []) {
            $rows = [...$rows, ...array_fill(0, self::GUARD_ROWS, self::guards($symbol, $width, $left))];
        }
        $blank = str_repeat('0', $width);

        return new ModuleMatrix([$blank, ...$rows, $blank]);
    }

    /**
     * Digits of EAN and UPC stand between the guards.
     *
     * @return list<string>
     */
    private static function between(LinearSymbol $symbol, int $width, int $left): array
    {
        $guards = self::guards($symbol, $width, $left);
        $blank = str_repeat('0', $width);
        $rows = [...array_fill(0, self::GUARD_ROWS, $guards), ...array_fill(0, self::GAP + DotFont::HEIGHT - self::GUARD_ROWS, $blank)];
        foreach ($symbol->captions as $caption) {
            self::print($rows, $caption->text, $left + $caption->centre, $caption->pitch, self::GAP);
        }

        return array_values($rows);
    }

    /**
     * Captions one below the other.
     *
     * @return list<string>
     */
    private static function lines(LinearSymbol $symbol, int $width, int $left): array
    {
        $step = DotFont::HEIGHT + 2;
        $rows = array_fill(0, 2 + $step * count($symbol->captions), str_repeat('0', $width));
        foreach ($symbol->captions as $line => $caption) {
            // A line wider than the sheet is set closer, down to no space between characters.
            $pitch = min($caption->pitch, max(DotFont::WIDTH, ($width - 2) / max(1, strlen($caption->text))));
            self::print($rows, $caption->text, $left + $caption->centre, $pitch, 2 + $line * $step);
        }

        return array_values($rows);
    }

    private static function guards(LinearSymbol $symbol, int $width, int $left): string
    {
        $row = str_repeat('0', $width);
        foreach ($symbol->guards as [$start, $length]) {
            $row = substr_replace($row, substr($symbol->bars, $start, $length), $left + $start, $length);
        }

        return $row;
    }

    /** @param  array<int, string>  $rows */
    private static function print(array &$rows, string $text, float $centre, float $pitch, int $top): void
    {
        $from = $centre - ($pitch * (strlen($text) - 1) + DotFont::WIDTH) / 2;
        foreach (str_split($text) as $i => $character) {
            $x = (int) round($from + $i * $pitch);
            foreach (DotFont::rows($character) as $y => $dots) {
                for ($column = 0; $column < DotFont::WIDTH; $column++) {
                    if ($dots[$column] === '1' && $x + $column >= 0 && $x + $column < strlen($rows[$top + $y])) {
                        $rows[$top + $y][$x + $column] = '1';
                    }
                }
            }
        }
    }
}
