<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

/** Ink that runs, or does not reach its edges: dark parts grow or shrink by the same on every side. */
final class InkSpread
{
    /**
     * @param  string  $plane  reflectance, a byte a pixel
     * @param  int  $spread  pixels by which each edge of a dark part moves outward; inward when negative
     */
    public static function apply(string $plane, int $width, int $height, int $spread): string
    {
        $counts = count_chars($plane, 0);
        [$ink, $paper] = [self::end($counts, false, strlen($plane)), self::end($counts, true, strlen($plane))];
        $middle = intdiv($ink + $paper, 2);
        // What moves its edges is all ones.
        $moving = strtr($plane, Gamma::greys(), $spread > 0 ? str_repeat("\xFF", $middle + 1).str_repeat("\0", 255 - $middle) : str_repeat("\0", $middle + 1).str_repeat("\xFF", 255 - $middle));
        $grown = self::grown($moving, $width, $height, abs($spread));
        $new = $grown & ~$moving;

        return ($plane & ~$new) | (str_repeat(chr($spread > 0 ? $ink : $paper), strlen($plane)) & $new);
    }

    /** @param  string  $mask  all ones where something is */
    private static function grown(string $mask, int $width, int $height, int $by): string
    {
        $rows = str_split($mask, max(1, $width));
        foreach ($rows as $y => $row) {
            $grown = $row;
            for ($i = 1; $i <= $by; $i++) {
                $none = str_repeat("\0", min($i, $width));
                $grown |= substr($none.$row, 0, $width) | substr($row.$none, -$width);
            }
            $rows[$y] = $grown;
        }
        $mask = implode('', $rows);
        $grown = $mask;
        for ($i = 1; $i <= min($by, $height - 1); $i++) {
            $none = str_repeat("\0", $i * $width);
            $grown |= $none.substr($mask, 0, -$i * $width) | substr($mask, $i * $width).$none;
        }

        return $grown;
    }

    /** @param  array<int, int>  $counts  of each byte */
    private static function end(array $counts, bool $light, int $size): int
    {
        for ($i = 0, $left = $size / 20; $i < 255; $i++) {
            $grey = $light ? 255 - $i : $i;
            $left -= $counts[$grey];
            if ($left <= 0) {
                return $grey;
            }
        }

        return $light ? 0 : 255;
    }
}
