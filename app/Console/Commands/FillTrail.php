<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Waypoint;
use App\Waypoints\WriteTrail;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Makes up scans by the million, within the database, to see that a trail stays quick. */
final class FillTrail extends Command
{
    protected $signature = 'trail:fill {code : Of the waypoint} {--scans=1000000 : How many} {--days=90 : Spread over the days up to now}';

    protected $description = 'Make up scans of a waypoint, and their sums, to measure with';

    /** What the made-up visitors bring. */
    private const MADE_UP = "(array['phone','phone','phone','tablet','desktop'])[1 + n % 5] AS device, (array['android','ios','windows'])[1 + n % 3] AS platform, (array['en','en','cy','fr','de'])[1 + n % 5] AS language, (array['GB','GB','GB','FR','BE'])[1 + (n / 5) % 5] AS country, (array['','','forum.example'])[1 + n % 3] AS referrer, (n % 5 - 1)::smallint AS rule";

    public function handle(): int
    {
        $waypoint = Waypoint::query()->where('code', strtoupper((string) $this->argument('code')))->first();
        $scans = (int) $this->option('scans');
        $days = (int) $this->option('days');
        if ($waypoint === null || $scans < 1 || $scans > 100_000_000 || $days < 1 || $days > 3650) {
            $this->error($waypoint === null ? 'There is no such waypoint.' : 'Between 1 and 100 million scans, over 1 to 3650 days.');

            return self::INVALID;
        }
        $start = now()->subDays($days)->startOfDay();
        for ($month = $start->copy()->startOfMonth(); $month <= now(); $month->addMonth()) {
            WriteTrail::needMonth($month->format('Y-m'));
        }
        $source = 'SELECT ?::timestamptz + (n * (interval \'1 day\' * ? / ?)) AS at, '.self::MADE_UP.', substr(md5((n % (?::bigint / 3 + 1))::text), 1, 16) AS visitor FROM generate_series(0, ?::bigint - 1) AS n';
        $values = [$start->format('c'), $days, $scans, $scans, $scans];
        DB::transaction(function () use ($waypoint, $source, $values, $scans): void {
            DB::insert("INSERT INTO scans (at, waypoint_id, revision, rule, sort, device, platform, language, country, referrer, visitor) SELECT at, ?::uuid, 1, rule, 'scan', device, platform, language, country, referrer, visitor FROM ($source) AS made", [$waypoint->id, ...$values]);
            DB::insert("INSERT INTO trail_hours (waypoint_id, hour, sort, rule, device, platform, language, country, referrer, scans) SELECT ?::uuid, date_trunc('hour', at), 'scan', rule, device, platform, language, country, referrer, count(*) FROM ($source) AS made GROUP BY 2, 4, 5, 6, 7, 8, 9 ON CONFLICT (waypoint_id, hour, sort, rule, device, platform, language, country, referrer) DO UPDATE SET scans = trail_hours.scans + EXCLUDED.scans", [$waypoint->id, ...$values]);
            DB::insert("INSERT INTO trail_days (waypoint_id, day, scans, visitors) SELECT ?::uuid, (at AT TIME ZONE 'UTC')::date, count(*), count(DISTINCT visitor) FROM ($source) AS made GROUP BY 2 ON CONFLICT (waypoint_id, day) DO UPDATE SET scans = trail_days.scans + EXCLUDED.scans, visitors = trail_days.visitors + EXCLUDED.visitors", [$waypoint->id, ...$values]);
            DB::update('UPDATE waypoints SET scans = scans + ?, first_scan_at = LEAST(first_scan_at, ?::timestamptz), last_scan_at = now() WHERE id = ?', [$scans, $values[0], $waypoint->id]);
        });
        $this->info("Made $scans scans of $waypoint->code.");

        return self::SUCCESS;
    }
}
