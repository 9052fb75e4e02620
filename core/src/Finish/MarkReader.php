<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** Takes a picture that somebody wants as a mark, and gives back what of it is safe to draw. */
interface MarkReader
{
    /**
     * @param  string  $bytes  of a file of unknown origin
     *
     * @throws InvalidFinish when it is too large, damaged, of another format or has nothing to draw
     */
    public function read(string $bytes): PixelArt|OutlineArt;
}
