<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Waypoint;
use App\Models\Workspace;
use App\Waypoints\Announce;
use App\Waypoints\DaySalt;
use App\Waypoints\OwnHosts;
use App\Waypoints\RouteFiles;
use App\Waypoints\TrailBuffer;
use App\Waypoints\WriteTrail;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use PDO;
use Throwable;

/** One of these runs beside the web server of every machine: it writes the trail, and keeps this machine's copies new. */
final class FollowWaypoints extends Command
{
    protected $signature = 'waypoints:follow {--once : Write what is there and end} {--max-time=3600 : Seconds after which it ends, to be started anew}';

    protected $description = 'Write scans to the trail, and take over what others publish';

    /** Milliseconds between two looks at what has come together. */
    private const PACE = 700;

    public function handle(RouteFiles $files, OwnHosts $hosts, TrailBuffer $buffer, WriteTrail $write, DaySalt $salt): int
    {
        $end = time() + (int) $this->option('max-time');
        $isListening = false;
        $day = '';
        do {
            try {
                if (! $isListening && ! $this->option('once')) {
                    DB::statement('LISTEN '.Announce::CHANNEL);
                    $isListening = true;
                    // What changed while nobody listened.
                    $hosts->keep(Workspace::byHost());
                }
                foreach ($buffer->batches() as $batch) {
                    $write->write($batch);
                }
                if ($day !== gmdate('Y-m-d')) {
                    $salt->forget();
                    $salt->of($day = gmdate('Y-m-d'));
                    WriteTrail::needMonth(gmdate('Y-m', time() + 86_400));
                }
                if ($isListening) {
                    $this->takeOver($files, $hosts);
                }
            } catch (Throwable $e) {
                // The database is away: what came meanwhile stays in its files.
                if ($this->option('once')) {
                    throw $e;
                }
                report($e);
                $isListening = false;
                sleep(2);
                DB::purge();
            }
        } while (! $this->option('once') && time() < $end);

        return self::SUCCESS;
    }

    private function takeOver(RouteFiles $files, OwnHosts $hosts): void
    {
        /** @var array<string, mixed>|false $notice */
        $notice = DB::connection()->getPdo()->pgsqlGetNotify(PDO::FETCH_ASSOC, self::PACE);
        while ($notice !== false) {
            $what = is_string($notice['payload'] ?? null) ? $notice['payload'] : '';
            $changed = str_starts_with($what, '=') ? Workspace::query()->find(substr($what, 1))?->waypoints()->with('workspace')->lazyById(500) ?? [] : Waypoint::query()->with('workspace')->where('code', $what)->get();
            if (str_starts_with($what, '=')) {
                $hosts->keep(Workspace::byHost());
            }
            $isKnown = false;
            foreach ($changed as $waypoint) {
                $isKnown = true;
                $files->put($waypoint->open());
            }
            if (! $isKnown && ! str_starts_with($what, '=')) {
                $files->forget($what);
            }
            /** @var array<string, mixed>|false $notice */
            $notice = DB::connection()->getPdo()->pgsqlGetNotify(PDO::FETCH_ASSOC, 0);
        }
    }
}
