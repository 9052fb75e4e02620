<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** Modules decided through a blur, and the greys that they should have given. */
final readonly class SeenThrough
{
    /**
     * @param  list<float>  $predicted  grey of each module, row by row
     * @param  bool  $isSoft  whether the greys are of tones between dark and light: they hide much of what the grid lies off
     */
    public function __construct(public DecidedMatrix $decided, public array $predicted, public bool $isSoft)
    {
    }
}
