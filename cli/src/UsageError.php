<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use RuntimeException;

/** The command was called wrongly; the message says how to call it. */
final class UsageError extends RuntimeException
{
}
