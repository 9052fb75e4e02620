<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Symbol\BitString;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Draws a symbol as PNG (ISO/IEC 15948): two colours in a palette, one bit a pixel, the resolution stated. */
final class PngRenderer
{
    private const SIGNATURE = "\x89PNG\r\n\x1A\n";

    private const FILTER_NONE = "\0";

    /** "The same as the line above": with zeros behind it, a line costs almost nothing. */
    private const FILTER_UP = "\2";

    public static function render(ModuleMatrix $matrix, Finish $finish, Layout $layout): string
    {
        $side = $layout->sidePx;
        $perMetre = (int) round($layout->dpi / 0.0254);

        return self::SIGNATURE
            .self::chunk('IHDR', pack('NNCCCCC', $side, $side, 1, 3, 0, 0, 0))
            .self::chunk('PLTE', $finish->light->bytes().$finish->dark->bytes())
            .self::chunk('pHYs', pack('NNC', $perMetre, $perMetre, 1))
            .self::chunk('IDAT', (string) gzcompress(self::lines($matrix, $layout), 6))
            .self::chunk('IEND', '');
    }

    private static function lines(ModuleMatrix $matrix, Layout $layout): string
    {
        $bytes = intdiv($layout->sidePx + 7, 8);
        $blank = self::FILTER_NONE.str_repeat("\0", $bytes);
        $same = self::FILTER_UP.str_repeat("\0", $bytes);
        $wide = ['0' => str_repeat('0', $layout->modulePx), '1' => str_repeat('1', $layout->modulePx)];
        $before = str_repeat('0', $layout->before);
        $lines = str_repeat($blank, $layout->before);
        foreach ($matrix->rows as $row) {
            $lines .= self::FILTER_NONE.str_pad(BitString::toBytes($before.strtr($row, $wide)), $bytes, "\0")
                .str_repeat($same, $layout->modulePx - 1);
        }

        return $lines.str_repeat($blank, $layout->sidePx - $layout->before - $layout->modules * $layout->modulePx);
    }

    private static function chunk(string $type, string $data): string
    {
        return pack('N', strlen($data)).$type.$data.pack('N', crc32($type.$data));
    }
}
