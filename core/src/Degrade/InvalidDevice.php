<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

use InvalidArgumentException;

/** A device whose description cannot be one, with the name of what is wrong. */
final class InvalidDevice extends InvalidArgumentException
{
    public function __construct(public readonly string $name, string $message)
    {
        parent::__construct($message);
    }
}
