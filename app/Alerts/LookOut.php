<?php

declare(strict_types=1);

namespace App\Alerts;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Alert;
use App\Models\Waypoint;
use App\Models\Workspace;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\RateLimiter;

/** Tells what somebody asked to be told: at once with the scans that are written, and by the hour what only time brings. */
final class LookOut
{
    /** Seconds between two messages of one alert about one waypoint: scans in between are told together. */
    private const PACE = 60;

    /** Fewest scans of a day that make a rise. */
    private const SOME = 20;

    /** Mails that a workspace sends in an hour; hooks are told all the same. */
    private const MAILS = 120;

    /**
     * After scans were added, in the same transaction.
     *
     * @param  int  $scans  all of the waypoint, with those added
     */
    public function scanned(string $waypoint, string $workspace, int $scans, int $added): void
    {
        foreach (self::alerts($workspace, $waypoint, [AlertSort::Each, AlertSort::First, AlertSort::Threshold]) as $alert) {
            match ($alert->sort) {
                AlertSort::First => $scans === $added ? $this->tell($alert, $waypoint, 'it was scanned for the first time') : null,
                AlertSort::Threshold => $scans - $added < (int) $alert->number && $scans >= (int) $alert->number ? $this->tell($alert, $waypoint, "it has been scanned $scans times") : null,
                default => $this->together($alert, $waypoint, $scans, $added),
            };
        }
    }

    /** What waits to be told together, and what only time brings. */
    public function watch(bool $withHours): void
    {
        $late = DB::select('SELECT s.alert_id, s.waypoint_id, w.scans FROM alert_states s JOIN alerts a ON a.id = s.alert_id AND a.sort = ? JOIN waypoints w ON w.id = s.waypoint_id WHERE w.scans > s.told_scans AND s.told_at < now() - make_interval(secs => ?) LIMIT 500', [AlertSort::Each->value, self::PACE]);
        foreach ($late as $row) {
            $alert = Alert::query()->find((string) $row->alert_id);
            if ($alert !== null) {
                DB::transaction(fn () => $this->together($alert, (string) $row->waypoint_id, (int) $row->scans, 0));
            }
        }
        foreach ($withHours ? Alert::query()->whereIn('sort', [AlertSort::None->value, AlertSort::Rise->value])->lazyById(200) : [] as $alert) {
            DB::transaction(fn () => $alert->sort === AlertSort::None ? $this->silent($alert) : $this->risen($alert));
        }
    }

    private function together(Alert $alert, string $waypoint, int $scans, int $added): void
    {
        DB::insert('INSERT INTO alert_states (alert_id, waypoint_id, told_scans) VALUES (?, ?, ?) ON CONFLICT DO NOTHING', [$alert->id, $waypoint, $scans - $added]);
        $before = DB::selectOne('SELECT told_scans FROM alert_states WHERE alert_id = ? AND waypoint_id = ? AND (told_at IS NULL OR told_at < now() - make_interval(secs => ?)) AND told_scans < ? FOR UPDATE', [$alert->id, $waypoint, self::PACE, $scans]);
        if ($before !== null) {
            DB::update('UPDATE alert_states SET told_at = now(), told_scans = ? WHERE alert_id = ? AND waypoint_id = ?', [$scans, $alert->id, $waypoint]);
            $new = $scans - (int) $before->told_scans;
            $this->tell($alert, $waypoint, ($new === 1 ? 'a new scan' : "$new new scans").", $scans in all", Fact::WaypointScanned);
        }
    }

    private function silent(Alert $alert): void
    {
        $found = DB::select('SELECT w.id FROM waypoints w LEFT JOIN alert_states s ON s.alert_id = ? AND s.waypoint_id = w.id WHERE w.workspace_id = ? AND (?::uuid IS NULL OR w.id = ?::uuid) AND w.deleted_at IS NULL AND w.published IS NOT NULL AND w.pause IS NULL AND greatest(coalesce(w.last_scan_at, w.created_at), w.created_at) < now() - make_interval(days => ?) AND (s.told_at IS NULL OR s.told_at < coalesce(w.last_scan_at, w.created_at)) LIMIT 200', [$alert->id, $alert->workspace_id, $alert->waypoint_id, $alert->waypoint_id, (int) $alert->number]);
        foreach ($found as $row) {
            self::mark($alert, (string) $row->id);
            $this->tell($alert, (string) $row->id, (int) $alert->number === 1 ? 'a day went by without a scan' : "$alert->number days went by without a scan");
        }
    }

    private function risen(Alert $alert): void
    {
        $found = DB::select("WITH sums AS (SELECT t.waypoint_id, sum(t.scans) FILTER (WHERE t.hour >= now() - interval '24 hours') AS today, sum(t.scans) FILTER (WHERE t.hour < now() - interval '24 hours') / 7.0 AS before FROM trail_hours t JOIN waypoints w ON w.id = t.waypoint_id WHERE w.workspace_id = ? AND (?::uuid IS NULL OR w.id = ?::uuid) AND w.deleted_at IS NULL AND t.sort = 'scan' AND t.hour >= now() - interval '8 days' GROUP BY 1) SELECT sums.waypoint_id, today, coalesce(before, 0) AS before FROM sums LEFT JOIN alert_states s ON s.alert_id = ? AND s.waypoint_id = sums.waypoint_id WHERE today >= ? AND today > coalesce(before, 0) * (1 + ? / 100.0) AND (s.told_at IS NULL OR s.told_at < now() - interval '24 hours') LIMIT 200", [$alert->workspace_id, $alert->waypoint_id, $alert->waypoint_id, $alert->id, self::SOME, (int) $alert->number]);
        foreach ($found as $row) {
            self::mark($alert, (string) $row->waypoint_id);
            $this->tell($alert, (string) $row->waypoint_id, sprintf('%d scans in 24 hours, where %.1f a day were usual', (int) $row->today, (float) $row->before));
        }
    }

    private static function mark(Alert $alert, string $waypoint): void
    {
        DB::insert('INSERT INTO alert_states (alert_id, waypoint_id, told_at) VALUES (?, ?, now()) ON CONFLICT (alert_id, waypoint_id) DO UPDATE SET told_at = now()', [$alert->id, $waypoint]);
    }

    private function tell(Alert $alert, string $id, string $says, Fact $fact = Fact::WaypointAlert): void
    {
        $waypoint = Waypoint::query()->find($id);
        $workspace = Workspace::query()->find($alert->workspace_id);
        if ($waypoint === null || $workspace === null) {
            return;
        }
        DomainEvent::tell($fact, $workspace->id, [$id], ['waypoint' => $id, 'code' => $waypoint->code, 'name' => $waypoint->name, 'alert' => $alert->id, 'sort' => $alert->sort->value, 'says' => $says, 'scans' => $waypoint->scans]);
        foreach ($alert->mails as $mail) {
            if (self::mayMail($workspace->id)) {
                Mail::to($mail)->queue(new AlertMail($waypoint->name, $says, $alert->sort->words($alert->number), $workspace->name, Config::string('app.url')."/waypoints/$id"));
            }
        }
    }

    private static function mayMail(string $workspace): bool
    {
        return RateLimiter::attempt("alert mails $workspace", self::MAILS, static fn (): bool => true, 3600) !== false;
    }

    /**
     * @param  list<AlertSort>  $sorts
     * @return iterable<Alert>
     */
    private static function alerts(string $workspace, string $waypoint, array $sorts): iterable
    {
        return Alert::query()->where('workspace_id', $workspace)->where(static fn ($q) => $q->whereNull('waypoint_id')->orWhere('waypoint_id', $waypoint))->whereIn('sort', array_map(static fn (AlertSort $sort): string => $sort->value, $sorts))->get();
    }
}
