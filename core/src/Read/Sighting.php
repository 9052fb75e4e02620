<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What a locator saw. */
final readonly class Sighting
{
    /**
     * @param  list<FinderPattern>  $finders
     * @param  list<FinderTriple>  $triples  the most regular first
     */
    public function __construct(
        public array $finders,
        public array $triples,
    ) {
    }
}
