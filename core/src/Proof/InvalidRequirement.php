<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Proof;

use InvalidArgumentException;

/** A requirement that says nothing that can be looked at. */
final class InvalidRequirement extends InvalidArgumentException
{
}
