<?php

declare(strict_types=1);

namespace App\Waypoints;

use App\Models\Waypoint;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;

/** Word of a change: to this machine's copies at once, to those of all others by the database's own notices. */
final readonly class Announce
{
    /** Channel of the notices; each says a code, or a workspace after an equals sign. */
    public const CHANNEL = 'waypoints';

    public function __construct(private RouteFiles $files, private OwnHosts $hosts)
    {
    }

    public function changed(Waypoint $waypoint): void
    {
        self::notify($waypoint->code);
        DB::afterCommit(fn () => $this->files->put($waypoint->fresh()?->open() ?? $waypoint->open()));
    }

    public function gone(Waypoint $waypoint): void
    {
        self::notify($waypoint->code);
        DB::afterCommit(fn () => $this->files->forget($waypoint->code));
    }

    public function all(Workspace $workspace): void
    {
        self::notify("=$workspace->id");
        DB::afterCommit(fn () => $this->hosts->keep(Workspace::byHost()));
        DB::afterCommit(fn () => $workspace->waypoints()->pluck('code')->each(fn (mixed $code) => $this->files->forget(is_string($code) ? $code : '')));
    }

    private static function notify(string $what): void
    {
        // Sent when the transaction is kept, and not at all otherwise.
        DB::select('SELECT pg_notify(?, ?)', [self::CHANNEL, $what]);
    }
}
