<?php

declare(strict_types=1);

namespace App\Waypoints;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Membership;
use App\Models\Waypoint;
use App\Models\Workspace;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Route\Route;
use KeenGlyph\Core\Route\ShortCode;
use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** Makes waypoints and changes what is behind them. A code that was given out once is never given out again. */
final readonly class SaveWaypoint
{
    /** Waypoints that a workspace keeps. */
    private const KEPT = 200_000;

    /** Codes that are tried before one is made longer. */
    private const TRIES = 6;

    public function __construct(private Announce $announce)
    {
    }

    /**
     * @param  ?string  $code  a readable one; null for one by chance
     * @param  int  $length  characters of one by chance
     *
     * @throws ValidationException when the code is taken, or looks like one that is
     */
    public function create(Membership $member, string $name, Route $route, ?string $code, int $length, bool $isPublished): Waypoint
    {
        return DB::transaction(function () use ($member, $name, $route, $code, $length, $isPublished): Waypoint {
            if ($member->workspace->waypoints()->count() >= self::KEPT) {
                throw ValidationException::withMessages(['name' => ['This workspace has '.self::KEPT.' waypoints, the most that it keeps.']]);
            }
            $waypoint = new Waypoint(['code' => $code === null ? self::byChance($length) : self::taken($code), 'name' => $name, 'draft' => $route->toArray()]);
            $waypoint->workspace()->associate($member->workspace);
            $waypoint->save();
            DomainEvent::tell(Fact::WaypointCreated, $waypoint->workspace_id, [$waypoint->id], ['waypoint' => $waypoint->id, 'code' => $waypoint->code, 'name' => $waypoint->name]);

            return $isPublished ? $this->publish($waypoint, $member) : $waypoint;
        });
    }

    /** @param  array{name?: string, draft?: array<string, mixed>}  $changes */
    public function change(Waypoint $waypoint, array $changes): Waypoint
    {
        $waypoint->update($changes);

        return $waypoint;
    }

    /** The draft answers from now on, as a revision of its own; nothing happens when it does already. */
    public function publish(Waypoint $waypoint, Membership $member): Waypoint
    {
        DB::transaction(function () use ($waypoint, $member): void {
            $now = Waypoint::query()->whereKey($waypoint->id)->lockForUpdate()->firstOrFail();
            if ($now->published !== null && Route::of($now->published)->toArray() === Route::of($now->draft)->toArray()) {
                return;
            }
            $now->update(['published' => $now->draft, 'revision' => $now->revision + 1, 'version' => $now->version + 1]);
            DB::table('waypoint_revisions')->insert(['waypoint_id' => $now->id, 'number' => $now->revision, 'route' => json_encode($now->draft, JSON_THROW_ON_ERROR), 'user_id' => $member->user_id, 'published_at' => now()]);
            DomainEvent::tell(Fact::WaypointPublished, $now->workspace_id, [$now->id], ['waypoint' => $now->id, 'code' => $now->code, 'name' => $now->name, 'revision' => $now->revision]);
            $this->announce->changed($now);
        });

        return $waypoint->refresh();
    }

    /** An earlier revision answers again, as the newest one. */
    public function rollBack(Waypoint $waypoint, Membership $member, int $number): Waypoint
    {
        $route = DB::table('waypoint_revisions')->where(['waypoint_id' => $waypoint->id, 'number' => $number])->value('route');
        if (! is_string($route)) {
            throw ValidationException::withMessages(['revision' => ["There is no revision $number."]]);
        }

        return DB::transaction(function () use ($waypoint, $member, $route): Waypoint {
            $waypoint->update(['draft' => json_decode($route, true)]);

            return $this->publish($waypoint, $member);
        });
    }

    /** @param  ?string  $message  what visitors are told while it rests; null when it answers again */
    public function pause(Waypoint $waypoint, ?string $message): Waypoint
    {
        return $this->at($waypoint, ['pause' => $message]);
    }

    /** @param  ?string  $passphrase  null when none is asked for */
    public function lock(Waypoint $waypoint, ?string $passphrase): Waypoint
    {
        return $this->at($waypoint, ['passphrase' => $passphrase === null ? null : password_hash($passphrase, PASSWORD_ARGON2ID)]);
    }

    public function delete(Waypoint $waypoint): void
    {
        DB::transaction(function () use ($waypoint): void {
            $waypoint->delete();
            DomainEvent::record(Fact::WaypointDeleted, $waypoint->workspace_id, $waypoint->id);
            $this->announce->gone($waypoint);
        });
    }

    public function restore(Waypoint $waypoint): void
    {
        DB::transaction(function () use ($waypoint): void {
            $waypoint->restore();
            $waypoint->update(['version' => $waypoint->version + 1]);
            DomainEvent::record(Fact::WaypointRestored, $waypoint->workspace_id, $waypoint->id);
            $this->announce->changed($waypoint);
        });
    }

    /** What all waypoints of a workspace answer by has changed. */
    public function workspaceChanged(Workspace $workspace): void
    {
        DB::transaction(function () use ($workspace): void {
            $workspace->waypoints()->increment('version');
            $this->announce->all($workspace);
        });
    }

    /** @param  array<string, ?string>  $changes  that hold at once, without being published */
    private function at(Waypoint $waypoint, array $changes): Waypoint
    {
        DB::transaction(function () use ($waypoint, $changes): void {
            $now = Waypoint::query()->whereKey($waypoint->id)->lockForUpdate()->first() ?? throw new ConflictHttpException('It was deleted meanwhile.');
            $now->update([...$changes, 'version' => $now->version + 1]);
            $this->announce->changed($now);
        });

        return $waypoint->refresh();
    }

    private static function byChance(int $length): string
    {
        for ($try = 0; ; $try++) {
            $code = ShortCode::make($length + intdiv($try, self::TRIES));
            if (DB::affectingStatement('INSERT INTO waypoint_codes (code, look) VALUES (?, ?) ON CONFLICT DO NOTHING', [$code, ShortCode::look($code)]) === 1) {
                return $code;
            }
        }
    }

    /** @throws ValidationException */
    private static function taken(string $code): string
    {
        try {
            DB::transaction(static fn (): bool => DB::insert('INSERT INTO waypoint_codes (code, look) VALUES (?, ?)', [$code, ShortCode::look($code)]));
        } catch (UniqueConstraintViolationException) {
            throw ValidationException::withMessages(['code' => ['This code is taken, was taken once, or looks in print like one that is. Choose another.']]);
        }

        return $code;
    }
}
