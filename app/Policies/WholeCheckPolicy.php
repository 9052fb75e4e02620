<?php

declare(strict_types=1);

namespace App\Policies;

/** Who may look at what was found in a table, and stop looking: whoever may look at runs. */
final class WholeCheckPolicy
{
    use DecidedByRole;
}
