<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Ability;
use App\Models\Key;
use App\Models\User;
use App\Support\Current;

/** Who may look at a key and change it: an owner, or a key that manages keys and may do all that the other may. */
final class KeyPolicy
{
    public function view(User $user, Key $key): bool
    {
        $membership = Current::membership(request());

        return $key->workspace_id === $membership->workspace_id && $membership->may(Ability::Keys);
    }

    public function update(User $user, Key $key): bool
    {
        $own = $user->currentAccessToken();
        // Whoever can renew a key holds it: nobody gets more that way than they have.
        $isWithin = ! $own instanceof Key || array_diff($key->abilities, $own->abilities) === [];

        return $isWithin && $this->view($user, $key);
    }
}
