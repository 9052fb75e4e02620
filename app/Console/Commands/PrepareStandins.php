<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\ManageHook;
use App\Actions\ManageKey;
use App\Hooks\HookEvent;
use App\Hooks\HookSecret;
use App\Keys\KeySort;
use App\Keys\SigningSecret;
use App\Models\Hook;
use App\Models\Key;
use App\Models\User;
use App\Models\Workspace;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Config;

/** Gives the demo's stand-ins their keys, as a developer would make them, and writes down what they need. */
final class PrepareStandins extends Command
{
    protected $signature = 'standins:prepare {file : Where their settings go} {origin* : Where their pages are}';

    protected $description = 'Prepare the pages that stand in for the outside world';

    private const SERVER = 'Stand-ins, server';

    private const RECEIVER = 'Stand-ins, receiver';

    private const PAGES = 'Stand-ins, pages';

    public function handle(ManageKey $manage, ManageHook $hooks): int
    {
        $user = User::query()->where('email', Config::get('keen.demo.email'))->first();
        $workspace = $user?->memberships()->with('workspace')->oldest()->first()?->workspace;
        if ($user === null || $workspace === null) {
            $this->error('There is no demo account whose pages these could be.');

            return self::FAILURE;
        }
        foreach ($workspace->keys()->where('name', self::SERVER)->whereNull('revoked_at')->get() as $old) {
            $old->delete();
        }
        [, $secret] = $manage->create($user, $workspace, ['name' => self::SERVER, 'abilities' => ['draw', 'read', 'gates']]);
        $page = $this->page($manage, $user, $workspace);
        $manifest = json_decode((string) file_get_contents(public_path('embed/manifest.json')), true);
        $written = file_put_contents((string) $this->argument('file'), json_encode([
            'base' => Config::string('app.url'),
            'public' => $page->public,
            'secret' => $secret,
            'signing' => SigningSecret::of($page),
            'gate' => $workspace->gates()->withCount('entries')->orderByDesc('entries_count')->first()?->id,
            'hook' => HookSecret::of($this->hook($hooks, $workspace)),
            'codes' => $workspace->waypoints()->whereNotNull('published')->orderBy('name')->limit(50)->pluck('name', 'code')->all(),
            'elements' => $manifest,
        ], JSON_THROW_ON_ERROR));

        return $written === false ? self::FAILURE : self::SUCCESS;
    }

    private function page(ManageKey $manage, User $user, Workspace $workspace): Key
    {
        $given = ['abilities' => ['draw', 'read'], 'origins' => array_values((array) $this->argument('origin')), 'must_sign' => false, 'max_px' => 1024];
        $known = $workspace->keys()->where('name', self::PAGES)->whereNull('revoked_at')->first();

        return $known === null ? $manage->create($user, $workspace, [...$given, 'name' => self::PAGES, 'sort' => KeySort::Publishable])[0] : $manage->change($known, $given);
    }

    private function hook(ManageHook $hooks, Workspace $workspace): Hook
    {
        $given = ['name' => self::RECEIVER, 'url' => ((array) $this->argument('origin'))[0].'/receiver', 'events' => HookEvent::names()];
        $known = $workspace->hooks()->where('name', self::RECEIVER)->first();

        return $known === null ? $hooks->create($workspace, $given) : $hooks->change($known, [...$given, 'paused' => false]);
    }
}
