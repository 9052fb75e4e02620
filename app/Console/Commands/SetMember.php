<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ChangeMembers;
use App\Models\Role;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Console\Command;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;

/** Makes somebody a member of a workspace, gives them another role, or lets them go. */
final class SetMember extends Command
{
    protected $signature = 'members:set
        {email : The account}
        {workspace : The workspace, by its name or identifier; a new name makes a new one with --new}
        {role : owner, editor, reader, or none to let them go}
        {--new : Make the workspace}';

    protected $description = 'Say what somebody is in a workspace: owner, editor, reader or none';

    public function handle(ChangeMembers $members): int
    {
        $user = User::query()->where('email', mb_strtolower(trim((string) $this->argument('email'))))->first();
        $name = trim((string) $this->argument('workspace'));
        $role = Role::tryFrom((string) $this->argument('role'));
        if ($user === null || ($role === null && $this->argument('role') !== 'none')) {
            $this->error($user === null ? "There is no account “{$this->argument('email')}”." : "There is no role “{$this->argument('role')}”: owner, editor, reader, or none.");

            return self::INVALID;
        }
        $found = Workspace::query()->where('name', $name)->when(Str::isUuid($name), fn ($query) => $query->orWhere('id', $name))->limit(2)->get();
        if ($this->option('new') && $found->isEmpty() && $name !== '' && mb_strlen($name) <= 120) {
            $found->push(Workspace::create(['name' => $name]));
        }
        if ($found->count() !== 1) {
            $this->error($found->isEmpty() ? "There is no workspace “{$name}”. --new makes one." : "Several workspaces are called “{$name}”: give the identifier.");

            return self::INVALID;
        }
        $workspace = $found->firstOrFail();
        try {
            if ($role !== null) {
                $members->set($workspace, $user, $role);
            } else {
                $membership = $workspace->memberships()->where('user_id', $user->id)->first();
                $membership === null ? null : $members->remove($membership);
            }
        } catch (ValidationException $e) {
            $this->error($e->getMessage());

            return self::FAILURE;
        }
        $this->line($role === null ? "{$user->email} is no longer in {$workspace->name}." : "{$user->email} is {$role->value} of {$workspace->name}.");

        return self::SUCCESS;
    }
}
