<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Ability;
use App\Models\User;
use App\Support\Current;
use Illuminate\Database\Eloquent\Model;

/** What one's role in the workspace that a model belongs to allows; models of other workspaces are nobody's here. */
trait DecidedByRole
{
    public function view(User $user, Model $model): bool
    {
        return $this->may(Ability::ReadGlyphs, $model);
    }

    public function create(User $user): bool
    {
        return Current::membership(request())->may(Ability::WriteGlyphs);
    }

    public function update(User $user, Model $model): bool
    {
        return $this->may(Ability::WriteGlyphs, $model);
    }

    public function delete(User $user, Model $model): bool
    {
        return $this->may(Ability::WriteGlyphs, $model);
    }

    public function restore(User $user, Model $model): bool
    {
        return $this->may(Ability::WriteGlyphs, $model);
    }

    private function may(Ability $ability, Model $model): bool
    {
        $membership = Current::membership(request());

        return $model->getAttribute('workspace_id') === $membership->workspace_id && $membership->may($ability);
    }
}
