<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Linear;

use InvalidArgumentException;

/** A text that a symbology cannot carry. */
final class InvalidBars extends InvalidArgumentException
{
}
