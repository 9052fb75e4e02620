<?php

declare(strict_types=1);

namespace App\Actions;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Membership;
use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;

/** Lets people into a workspace, gives them another role and lets them go. Somebody always owns it. */
final class ChangeMembers
{
    /** @throws ValidationException when the last owner would be none */
    public function set(Workspace $workspace, User $user, Role $role): Membership
    {
        return DB::transaction(static function () use ($workspace, $user, $role): Membership {
            $known = self::locked($workspace)->firstWhere('user_id', $user->id);
            if ($role !== Role::Owner) {
                self::demandAnotherOwner($workspace, $known);
            }
            $membership = $user->join($workspace, $role);
            DomainEvent::record($known === null ? Fact::MemberJoined : Fact::MemberChanged, $workspace->id, $user->id);

            return $membership;
        });
    }

    /** @throws ValidationException when the last owner would go */
    public function remove(Membership $membership): void
    {
        DB::transaction(static function () use ($membership): void {
            self::demandAnotherOwner($membership->workspace, $membership);
            $membership->delete();
            DomainEvent::record(Fact::MemberLeft, $membership->workspace_id, $membership->user_id);
        });
    }

    /** @return \Illuminate\Database\Eloquent\Collection<int, Membership> all of them, so that two changes at once see one another */
    private static function locked(Workspace $workspace): \Illuminate\Database\Eloquent\Collection
    {
        return $workspace->memberships()->lockForUpdate()->get();
    }

    private static function demandAnotherOwner(Workspace $workspace, ?Membership $known): void
    {
        if ($known?->role === Role::Owner && self::locked($workspace)->where('role', Role::Owner)->count() === 1) {
            throw ValidationException::withMessages(['role' => ['This is the last owner. Make somebody else an owner first.']]);
        }
    }
}
