<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Ability;
use App\Models\Gate;
use App\Models\User;

/** Who may do what with a gate. */
final class GatePolicy
{
    use DecidedByRole;

    /** Lets codes in and takes that back. */
    public function admit(User $user, Gate $gate): bool
    {
        return $this->may(Ability::WriteGlyphs, $gate);
    }
}
