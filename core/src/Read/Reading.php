<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\MicroVersion;

/** One symbol read from a picture. */
final readonly class Reading
{
    /** @param  float  $fit  correlation of the modules known beforehand with the picture, up to 1 */
    public function __construct(
        public DecodedMatrix $symbol,
        public SymbolFrame $frame,
        public bool $mirrored,
        public bool $reversed,
        public float $fit = 1.0,
    ) {
    }

    public function isMicro(): bool
    {
        return $this->symbol->version instanceof MicroVersion;
    }

    /** Degrees clockwise by which the symbol is turned in the picture, 0 to 359.9. */
    public function turned(): float
    {
        [$left, $right] = $this->frame->corners;
        $degrees = rad2deg(atan2($right[1] - $left[1], $right[0] - $left[0]));

        return round(fmod(round($degrees, 1) + 360, 360), 1);
    }
}
