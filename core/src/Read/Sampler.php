<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Symbol\ModuleMatrix;

/** Takes the tone of every module of a frame. Another one can take this one's place without touching the rest. */
interface Sampler
{
    public function sample(BitPlane $plane, SymbolFrame $frame): ModuleMatrix;
}
