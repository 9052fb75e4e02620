<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use InvalidArgumentException;

/** A table, recipe or sheet that cannot be; the message says what to do. */
final class InvalidRun extends InvalidArgumentException
{
}
