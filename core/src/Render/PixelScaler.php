<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\PixelArt;

/** Pixels of a mark at another size: means of what falls together when smaller, nearest neighbours when larger. */
final class PixelScaler
{
    /** @return list<array{string, string}> by row: three bytes of colour a pixel, and a byte of coverage a pixel */
    public static function rows(PixelArt $art, int $width, int $height): array
    {
        $columns = self::spans($art->width, $width);
        $rows = [];
        $last = null;
        foreach (self::spans($art->height, $height) as [$top, $bottom]) {
            if ($last === [$top, $bottom]) {
                $rows[] = $rows[count($rows) - 1];

                continue;
            }
            $last = [$top, $bottom];
            $lines = [];
            for ($y = $top; $y < $bottom; $y++) {
                /** @var array<int, int> $line */
                $line = unpack('C*', substr($art->rgba, 4 * $y * $art->width, 4 * $art->width));
                $lines[] = $line;
            }
            $rows[] = self::row($lines, $columns);
        }

        return $rows;
    }

    /**
     * @param  list<array<int, int>>  $lines  bytes from place 1 on
     * @param  list<array{int, int}>  $columns
     * @return array{string, string}
     */
    private static function row(array $lines, array $columns): array
    {
        $colours = $coverage = '';
        foreach ($columns as [$left, $right]) {
            $red = $green = $blue = $alpha = 0;
            foreach ($lines as $line) {
                for ($at = 4 * $left + 1, $end = 4 * $right; $at < $end; $at += 4) {
                    $share = $line[$at + 3];
                    $red += $share * $line[$at];
                    $green += $share * $line[$at + 1];
                    $blue += $share * $line[$at + 2];
                    $alpha += $share;
                }
            }
            $all = max(1, $alpha);
            $colours .= chr((int) round($red / $all)).chr((int) round($green / $all)).chr((int) round($blue / $all));
            $coverage .= chr(Coverage::STEP * (int) round($alpha / (count($lines) * ($right - $left) * Coverage::STEP)));
        }

        return [$colours, $coverage];
    }

    /** @return list<array{int, int}> first and one past the last source pixel of each */
    private static function spans(int $source, int $target): array
    {
        $spans = [];
        for ($i = 0; $i < $target; $i++) {
            $from = min($source - 1, intdiv($i * $source, $target));
            $spans[] = [$from, max($from + 1, intdiv(($i + 1) * $source, $target))];
        }

        return $spans;
    }
}
