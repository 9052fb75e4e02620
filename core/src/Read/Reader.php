<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use KeenGlyph\Core\Image\LuminancePlane;

/** Luminance plane to symbols of every kind that is asked for. */
final class Reader
{
    /** Reads every symbol it can; without any, says how far the best attempt came. */
    public function read(LuminancePlane $plane, ReadOptions $options = new ReadOptions): ReadOutcome
    {
        return (new Search($plane, $options))->run();
    }
}
