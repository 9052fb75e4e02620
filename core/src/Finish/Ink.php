<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** A colour together with the option of a finish that sets it. */
final readonly class Ink
{
    /** @param  string  $option  as a finish file names it: `dark`, `ring_ink`, `gradient.stops.0.ink` */
    public function __construct(
        public string $option,
        public Colour $colour,
    ) {
    }
}
