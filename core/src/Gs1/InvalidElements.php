<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

use InvalidArgumentException;

/** A text that is no element string and no Digital Link. */
final class InvalidElements extends InvalidArgumentException
{
}
