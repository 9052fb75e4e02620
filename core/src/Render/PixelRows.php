<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Render;

/** A drawing in pixels. */
final readonly class PixelRows
{
    /**
     * @param  list<string>  $rows
     * @param  int  $depth  bytes a pixel: 1 is a place in the palette, 3 are red, green and blue, 4 have alpha as well
     * @param  list<array{int, int, int, int}>  $palette  red, green, blue, alpha
     */
    public function __construct(public array $rows, public int $depth, public array $palette)
    {
    }
}
