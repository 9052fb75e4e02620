<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Compose;

use KeenGlyph\Core\Proof\Printing;
use KeenGlyph\Core\Proof\Subject;
use KeenGlyph\Core\Render\PrintInk;

/** How a picture comes onto its surface, and from where it shall be read. */
final readonly class PrintOptions
{
    /**
     * @param  float  $distanceMm  from which it shall be read
     * @param  float  $reserve  share of each block's correction that a mark must leave free, 0 to 0.9
     * @param  PrintInk  $inks  how PDF and EPS files state colours
     * @param  bool  $wholeDots  whether files without dots keep to those of a printer too
     */
    public function __construct(
        public Printing $printing = Printing::Screen,
        public float $distanceMm = Subject::DISTANCE,
        public float $reserve = Subject::RESERVE,
        public PrintInk $inks = PrintInk::Rgb,
        public bool $wholeDots = false,
    ) {
    }
}
