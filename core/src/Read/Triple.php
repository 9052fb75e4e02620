<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Three finder patterns that may be one symbol's, each turned so that its first side points to the right and its second down. */
final readonly class Triple
{
    /**
     * @param  float  $modules  modules from one pattern's centre to the next: the symbol's side less seven
     * @param  float  $error  0 where all three agree
     */
    public function __construct(
        public Finder $topLeft,
        public Finder $topRight,
        public Finder $bottomLeft,
        public float $modules,
        public float $error,
    ) {
    }
}
