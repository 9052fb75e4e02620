<?php

declare(strict_types=1);

namespace App\Policies;

/** Who may do what with a saved style. */
final class FinishPolicy
{
    use DecidedByRole;
}
