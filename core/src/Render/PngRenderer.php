<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Overlay;
use KeenGlyph\Core\Symbol\BitString;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Draws a symbol as PNG (ISO/IEC 15948): two colours in a palette, one bit a pixel, the resolution stated. */
final class PngRenderer
{
    private const SIGNATURE = "\x89PNG\r\n\x1A\n";

    private const FILTER_NONE = "\0";

    /** "The same as the line above": with zeros behind it, a line costs almost nothing. */
    private const FILTER_UP = "\2";

    public static function render(ModuleMatrix $matrix, Finish $finish, Layout $layout, ?Overlay $overlay = null): string
    {
        $perMetre = (int) round($layout->dpi / 0.0254);
        $lines = $overlay === null ? self::lines($matrix, $layout) : self::covered($matrix, $layout, $overlay);

        return self::SIGNATURE
            .self::chunk('IHDR', pack('NNCCCCC', $layout->sidePx, $layout->heightPx, 1, 3, 0, 0, 0))
            .self::chunk('PLTE', $finish->light->bytes().$finish->dark->bytes())
            .self::chunk('pHYs', pack('NNC', $perMetre, $perMetre, 1))
            .self::chunk('IDAT', (string) gzcompress($lines, 6))
            .self::chunk('IEND', '');
    }

    private static function lines(ModuleMatrix $matrix, Layout $layout): string
    {
        $bytes = intdiv($layout->sidePx + 7, 8);
        $blank = self::FILTER_NONE.str_repeat("\0", $bytes);
        $same = self::FILTER_UP.str_repeat("\0", $bytes);
        $wide = ['0' => str_repeat('0', $layout->modulePx), '1' => str_repeat('1', $layout->modulePx)];
        $before = str_repeat('0', $layout->before);
        $lines = str_repeat($blank, $layout->above);
        $last = null;
        foreach ($matrix->rows as $row) {
            $lines .= $row === $last ? $same : self::FILTER_NONE.str_pad(BitString::toBytes($before.strtr($row, $wide)), $bytes, "\0");
            $lines .= str_repeat($same, $layout->modulePx - 1);
            $last = $row;
        }

        return $lines.str_repeat($blank, $layout->heightPx - $layout->above - $matrix->size() * $layout->modulePx);
    }

    /** Pixel row by pixel row, with the overlay's boxes in them. */
    private static function covered(ModuleMatrix $matrix, Layout $layout, Overlay $overlay): string
    {
        $wide = ['0' => str_repeat('0', $layout->modulePx), '1' => str_repeat('1', $layout->modulePx)];
        $after = str_repeat('0', $layout->sidePx - $layout->before - $matrix->columns() * $layout->modulePx);
        $pixel = static fn (float $modules, int $offset): int => $offset + (int) round($modules * $layout->modulePx);
        $lines = '';
        for ($y = 0; $y < $layout->heightPx; $y++) {
            $row = $matrix->rows[intdiv($y - $layout->above, $layout->modulePx)] ?? str_repeat('0', $matrix->columns());
            $row = $y < $layout->above ? str_repeat('0', $matrix->columns()) : $row;
            $pixels = str_repeat('0', $layout->before).strtr($row, $wide).$after;
            foreach ($overlay->boxes as [$left, $top, $width, $height, $dark]) {
                if ($y >= $pixel($top, $layout->above) && $y < $pixel($top + $height, $layout->above)) {
                    $from = $pixel($left, $layout->before);
                    $length = $pixel($left + $width, $layout->before) - $from;
                    $pixels = substr_replace($pixels, str_repeat($dark ? '1' : '0', $length), $from, $length);
                }
            }
            $lines .= self::FILTER_NONE.BitString::toBytes($pixels);
        }

        return $lines;
    }

    private static function chunk(string $type, string $data): string
    {
        return pack('N', strlen($data)).$type.$data.pack('N', crc32($type.$data));
    }
}
