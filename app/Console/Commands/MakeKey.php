<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Ability;
use App\Models\Membership;
use App\Models\Role;
use App\Models\User;
use Illuminate\Console\Command;

/** Makes a bearer key for a program. It is shown once; only its hash is kept. */
final class MakeKey extends Command
{
    protected $signature = 'keys:make
        {name : What the key is for, such as "label printer"}
        {--email= : The account it acts for; the demo account in a demo, elsewhere the only one}
        {--workspace= : The workspace it is for, by name or identifier; the only one they own when left out}
        {--ability=* : symbols, glyphs:read, glyphs:write; all of them when none is named}
        {--days= : Days until it expires; never when left out}';

    protected $description = 'Make a bearer key for a program';

    public function handle(): int
    {
        /** @var list<string> $abilities */
        $abilities = $this->option('ability') ?: Ability::names();
        $unknown = array_diff($abilities, Ability::names());
        if ($unknown !== []) {
            $this->error('There is no ability “'.implode('”, “', $unknown).'”: choose from '.implode(', ', Ability::names()).'.');

            return self::INVALID;
        }
        $email = $this->option('email');
        $users = User::query()->when(is_string($email), fn ($query) => $query->where('email', $email))->limit(2)->get();
        if ($users->count() > 1) {
            $users = User::query()->where('email', config('keen.demo.email'))->get();
        }
        if ($users->count() !== 1) {
            $this->error(is_string($email) ? "There is no account “{$email}”." : 'Say which account it acts for with --email.');

            return self::INVALID;
        }
        $days = $this->option('days');
        if ($days !== null && (! ctype_digit($days) || (int) $days < 1)) {
            $this->error('--days takes a whole number of days, 1 or more.');

            return self::INVALID;
        }
        $user = $users->firstOrFail();
        $named = $this->option('workspace');
        $memberships = $user->memberships()->with('workspace')->get()->filter(static fn (Membership $one): bool => is_string($named) ? in_array($named, [$one->workspace_id, $one->workspace->name], true) : $one->role === Role::Owner);
        if ($memberships->count() !== 1) {
            $this->error(is_string($named) ? "{$user->email} is in no one workspace “{$named}”." : 'Say which workspace it is for with --workspace.');

            return self::INVALID;
        }
        $this->line($user->makeKey($memberships->firstOrFail()->workspace, (string) $this->argument('name'), $abilities, $days === null ? null : now()->addDays((int) $days)));
        $this->getOutput()->getErrorStyle()->writeln('This key is shown only now. Keep it where your program finds it, not in its source.');

        return self::SUCCESS;
    }
}
