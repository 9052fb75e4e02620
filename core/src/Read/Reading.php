<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Symbol\MicroVersion;

/** One symbol read from a picture, and where and how the reader saw it. */
final readonly class Reading
{
    /**
     * @param  GridGeometry  $geometry  where each module lies
     * @param  LuminancePlane  $picture  in which it was seen, as it came
     * @param  bool  $mirrored  whether rows and columns are exchanged
     * @param  bool  $reversed  whether it is light on dark
     * @param  float  $fit  correlation of the modules known beforehand with the picture, up to 1
     */
    public function __construct(
        public DecodedMatrix $symbol,
        public SymbolFrame $frame,
        public GridGeometry $geometry,
        private LuminancePlane $picture,
        public bool $mirrored,
        public bool $reversed,
        public float $fit = 1.0,
    ) {
    }

    /** Whether it is a Micro QR Code symbol. */
    public function isMicro(): bool
    {
        return $this->symbol->version instanceof MicroVersion;
    }

    /** Degrees clockwise by which the symbol is turned in the picture, 0 to 359.9. */
    public function turned(): float
    {
        [$left, $right] = $this->frame->corners;
        $degrees = rad2deg(atan2($right->y - $left->y, $right->x - $left->x));

        return round(fmod(round($degrees, 1) + 360, 360), 1);
    }

    /**
     * The same reading in the picture of which this one's was a part.
     *
     * @param  int  $left  pixels that the part leaves out on the left
     * @param  int  $top  and above
     */
    public function moved(int $left, int $top, LuminancePlane $picture): self
    {
        return new self($this->symbol, $this->frame->moved($left, $top), $this->geometry->moved($left, $top), $picture, $this->mirrored, $this->reversed, $this->fit);
    }

    /** Every module as the reader saw it. Sampled when it is asked for: reading itself has no use for it. */
    public function grid(): SampledGrid
    {
        return SampledGrid::of($this->picture, $this->geometry);
    }
}
