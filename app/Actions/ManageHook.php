<?php

declare(strict_types=1);

namespace App\Actions;

use App\Hooks\HookEvent;
use App\Hooks\Outbox;
use App\Models\Hook;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;

/** Makes hooks, changes them and tells them once more. */
final class ManageHook
{
    public const MOST = 50;

    /** @param  array<string, mixed>  $given  validated: name, url, events */
    public function create(Workspace $workspace, array $given): Hook
    {
        return DB::transaction(static function () use ($workspace, $given): Hook {
            $workspace->newQuery()->whereKey($workspace->id)->lockForUpdate()->first();
            if (Hook::query()->where('workspace_id', $workspace->id)->count() >= self::MOST) {
                throw ValidationException::withMessages(['name' => ['A workspace has at most '.self::MOST.' hooks. Delete one that is not used.']]);
            }
            $hook = new Hook(array_intersect_key($given, ['name' => 1, 'url' => 1, 'events' => 1]));
            $hook->workspace()->associate($workspace);
            $hook->save();

            return $hook;
        });
    }

    /** @param  array<string, mixed>  $given  validated: only what changes; `paused` false begins anew */
    public function change(Hook $hook, array $given): Hook
    {
        $hook->fill(array_intersect_key($given, ['name' => 1, 'url' => 1, 'events' => 1]));
        if (($given['paused'] ?? null) === true && $hook->paused_at === null) {
            $hook->fill(['paused_at' => now(), 'paused_because' => 'Paused by hand.']);
        } elseif (($given['paused'] ?? null) === false) {
            $hook->fill(['paused_at' => null, 'paused_because' => null, 'failures' => 0]);
        }
        $hook->save();

        return $hook;
    }

    /** @param  int  $overlap  hours that the old secret signs beside the new one */
    public function rotate(Hook $hook, int $overlap): void
    {
        $hook->update(['signing' => $hook->signing + 1, 'signing_until' => now()->addHours($overlap)]);
    }

    /** The same event once more; false when there is no such delivery of this hook. */
    public function replay(Hook $hook, string $delivery): bool
    {
        $row = Str::isUuid($delivery) ? DB::table('hook_deliveries')->where(['id' => $delivery, 'hook_id' => $hook->id])->first() : null;
        if ($row === null) {
            return false;
        }
        Outbox::putFor($hook, HookEvent::from((string) $row->type), (string) $row->body, (string) $row->event_id);

        return true;
    }
}
