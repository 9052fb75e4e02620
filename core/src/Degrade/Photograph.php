<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Read\Finder;
use KeenGlyph\Core\Read\Point;

/** One simulated picture, cut out around the label. */
final readonly class Photograph
{
    /**
     * @param  array{Point, Point, Point, Point}  $corners  of the symbol, in pixels of the picture: top left, top right, bottom right, bottom left as it stands
     * @param  array{Finder, Finder, Finder}  $finders  its finder patterns: top left, top right, bottom left
     * @param  float  $modulePx  pixels a module in its middle
     * @param  bool  $isWhole  whether the camera's picture holds all of the symbol
     * @param  float  $exposureMs  how long the shutter was open
     * @param  float  $blurPx  diameter of the disc that a point became, without the lens's own spot
     * @param  float  $smearPx  by which it moved meanwhile
     */
    public function __construct(
        public LuminancePlane $picture,
        public array $corners,
        public array $finders,
        public float $modulePx,
        public bool $isWhole,
        public float $exposureMs,
        public float $blurPx,
        public float $smearPx,
    ) {
    }
}
