<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Address;

use InvalidArgumentException;

/** A picture address that cannot be read, with a word on why. */
final class InvalidAddress extends InvalidArgumentException
{
}
