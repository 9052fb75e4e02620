<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Ability;
use App\Models\Hook;
use App\Models\User;
use App\Support\Current;

/** Who may look at hooks and change them: whoever manages keys. */
final class HookPolicy
{
    public function manage(User $user, Hook $hook): bool
    {
        $membership = Current::membership(request());

        return $hook->workspace_id === $membership->workspace_id && $membership->may(Ability::Keys);
    }
}
