<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Ability;
use App\Models\Gate;
use App\Models\Key;
use App\Models\User;

/** Who may do what with a gate. */
final class GatePolicy
{
    use DecidedByRole;

    /** Lets codes in and takes that back. */
    public function admit(User $user, Gate $gate): bool
    {
        $key = $user->currentAccessToken();
        // A page token admits at the gate it was made for.
        $isElsewhere = $key instanceof Key && $key->pageToken !== null && $key->pageToken->gate !== $gate->id;

        return ! $isElsewhere && $this->may(Ability::Gates, $gate);
    }
}
