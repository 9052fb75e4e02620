<?php

declare(strict_types=1);

namespace App\Hooks;

use RuntimeException;

/** An address that no hook may be sent to, with a word on why. */
final class UnsafeTarget extends RuntimeException
{
}
