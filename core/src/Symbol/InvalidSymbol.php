<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Symbol;

use InvalidArgumentException;

/** A symbol was asked for that the standard does not know. */
class InvalidSymbol extends InvalidArgumentException
{
}
