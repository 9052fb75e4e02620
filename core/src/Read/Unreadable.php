<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

use RuntimeException;

/** A symbol that was found but does not decode. */
final class Unreadable extends RuntimeException
{
    public function __construct(public readonly Stage $stage, string $message)
    {
        parent::__construct($message);
    }
}
