<?php

declare(strict_types=1);

namespace App\Waypoints;

use Illuminate\Support\Facades\DB;

/** Removes scans for good. How many there were in all is still known of a waypoint whose trail is only shortened. */
final class ForgetTrail
{
    /** @param  ?string  $before  the first day that is kept; null to keep none */
    public function of(string $waypoint, ?string $before): void
    {
        DB::transaction(static function () use ($waypoint, $before): void {
            foreach (['scans' => 'at', 'trail_hours' => 'hour', 'trail_days' => 'day', 'trail_seen' => 'day'] as $table => $column) {
                $rows = DB::table($table)->where('waypoint_id', $waypoint);
                ($before === null ? $rows : $rows->where($column, '<', $before))->delete();
            }
            if ($before === null) {
                DB::table('waypoints')->where('id', $waypoint)->update(['scans' => 0, 'first_scan_at' => null, 'last_scan_at' => null]);
                DB::table('alert_states')->where('waypoint_id', $waypoint)->delete();
            }
        });
    }
}
