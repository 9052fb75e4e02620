<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** A mark of filled outlines: all that is kept of an SVG file. */
final readonly class OutlineArt implements MarkArt
{
    /** @param  list<MarkOutline>  $outlines */
    public function __construct(
        public float $width,
        public float $height,
        public array $outlines,
    ) {
    }

    /** The outlines as an SVG file of our own writing. */
    public function svg(): string
    {
        $paths = '';
        foreach ($this->outlines as $outline) {
            $paths .= sprintf('<path fill="%s"%s d="%s"/>', $outline->ink->hex(), $outline->isEvenOdd ? ' fill-rule="evenodd"' : '', $outline->path);
        }

        return sprintf('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 %s %s">%s</svg>', round($this->width, 4), round($this->height, 4), $paths);
    }

    public function toArray(): array
    {
        return ['picture' => 'data:image/svg+xml;base64,'.base64_encode($this->svg())];
    }
}
