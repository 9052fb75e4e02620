<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ManageKey;
use App\Keys\KeySort;
use App\Keys\Origin;
use App\Keys\SigningSecret;
use App\Models\Ability;
use App\Models\Membership;
use App\Models\Role;
use App\Models\User;
use Illuminate\Console\Command;
use Illuminate\Validation\ValidationException;

/** Makes a key. A secret one is shown once; only its hash is kept. */
final class MakeKey extends Command
{
    protected $signature = 'keys:make
        {name : What the key is for, such as "label printer"}
        {--email= : The account it acts for; the demo account in a demo, elsewhere the only one}
        {--workspace= : The workspace it is for, by name or identifier; the only one they own when left out}
        {--ability=* : draw, read, glyphs:read, glyphs:write, gates, keys; symbols is draw and read; all but keys when none is named}
        {--days= : Days until it expires; never when left out}
        {--publishable : A key for pages and mails, which draws or reads and is no secret}
        {--origin=* : Pages that a publishable key holds from, such as https://www.fennmoor.example}
        {--unsigned : Its picture addresses need no signature when a listed page asks}
        {--quota= : Calls a month; no end when left out}
        {--signing : Print the signing secret as well, on a second line}';

    protected $description = 'Make a key for a program or a page';

    public function handle(ManageKey $manage): int
    {
        $isPublishable = (bool) $this->option('publishable');
        /** @var list<string> $named */
        $named = $this->option('ability');
        $abilities = array_values(array_unique(array_merge(...array_map(static fn (string $name): array => $name === 'symbols' ? [Ability::Draw->value, Ability::Read->value] : [$name], $named), ...[[]])));
        $abilities = $abilities === [] ? ($isPublishable ? [Ability::Draw->value] : Ability::usual()) : $abilities;
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
        $origins = [];
        foreach ((array) $this->option('origin') as $origin) {
            $origins[] = Origin::plain((string) $origin) ?? '';
        }
        $quota = $this->option('quota');
        if (in_array('', $origins, true) || ($quota !== null && (! ctype_digit($quota) || strlen($quota) > 9))) {
            $this->error($quota !== null && ! ctype_digit($quota) ? '--quota takes a whole number of calls a month.' : 'An origin is a scheme and a host, such as https://www.fennmoor.example.');

            return self::INVALID;
        }
        try {
            [$key, $text] = $manage->create($user, $memberships->firstOrFail()->workspace, [
                'name' => (string) $this->argument('name'), 'sort' => $isPublishable ? KeySort::Publishable : KeySort::Secret, 'abilities' => $abilities,
                'expires_at' => $days === null ? null : now()->addDays((int) $days), 'origins' => $origins, 'must_sign' => ! $this->option('unsigned'), 'quota' => $quota === null ? null : (int) $quota,
            ]);
        } catch (ValidationException $e) {
            $this->error($e->getMessage());

            return self::INVALID;
        }
        $this->line($text);
        if ($this->option('signing')) {
            $this->line(SigningSecret::of($key));
        }
        $this->getOutput()->getErrorStyle()->writeln($isPublishable ? 'This key is no secret: it may stand in pages and mails.' : 'This key is shown only now. Keep it where your program finds it, not in its source.');

        return self::SUCCESS;
    }
}
