<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

/** Characters printed with the bars, and where: in modules from the first bar. */
final readonly class HumanReadableText
{
    /**
     * @param  float  $centre  middle of the text
     * @param  float  $pitch  from one character to the next
     */
    public function __construct(
        public string $text,
        public float $centre,
        public float $pitch,
    ) {
    }
}
