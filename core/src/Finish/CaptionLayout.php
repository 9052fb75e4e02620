<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** Where the caption stands. */
enum CaptionLayout: string
{
    case Above = 'above';
    case Beneath = 'beneath';
    /** A plate in the modules' ink around the symbol, wider at its foot, where the caption is left blank in it. */
    case Plate = 'plate';
}
