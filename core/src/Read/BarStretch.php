<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** A text, and from where to where on a line it stands. */
final readonly class BarStretch
{
    /** @param  float  $from  pixels from the start of the line */
    public function __construct(
        public BarText $text,
        public float $from,
        public float $to,
    ) {
    }
}
