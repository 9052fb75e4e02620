<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** What one line across a picture read. */
final readonly class BarHit
{
    /**
     * @param  float  $at  where the line begins on the picture's side
     * @param  array{float, float}  $from  pixels: where the symbol begins on the line
     * @param  array{float, float}  $to
     * @param  bool  $backwards  whether it was read against the line
     */
    public function __construct(
        public BarText $text,
        public float $at,
        public array $from,
        public array $to,
        public bool $backwards,
    ) {
    }

    /** Lines with the same key read the same symbol, unless two alike are in the picture one after the other. */
    public function key(): string
    {
        return $this->text->symbology.' '.$this->text->text.($this->backwards ? ' b' : ' f');
    }
}
