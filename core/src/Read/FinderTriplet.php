<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Three finder patterns that may be one symbol's, each turned so that its first side points to the right and its second down. */
final readonly class FinderTriplet
{
    /**
     * @param  float  $modules  modules from one pattern's centre to the next: the symbol's side less seven
     * @param  float  $error  0 where all three agree
     * @param  float  $across  modules as the two patterns above alone suggest
     * @param  float  $down  modules as the two at the left alone suggest
     */
    public function __construct(
        public Finder $topLeft,
        public Finder $topRight,
        public Finder $bottomLeft,
        public float $modules,
        public float $error,
        public float $across = 0.0,
        public float $down = 0.0,
    ) {
    }

    /** Whether one of the patterns was not seen. */
    public function isGuessed(): bool
    {
        return min($this->topLeft->clear, $this->topRight->clear, $this->bottomLeft->clear) === 0.0;
    }
}
