<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Ability;
use App\Models\User;
use App\Models\Workspace;
use App\Support\Current;

/** Who may see and change what a workspace sets for all its members. */
final class WorkspacePolicy
{
    public function view(User $user, Workspace $workspace): bool
    {
        return $this->may(Ability::ReadGlyphs, $workspace);
    }

    public function update(User $user, Workspace $workspace): bool
    {
        return $this->may(Ability::WriteGlyphs, $workspace);
    }

    private function may(Ability $ability, Workspace $workspace): bool
    {
        $membership = Current::membership(request());

        return $workspace->id === $membership->workspace_id && $membership->may($ability);
    }
}
