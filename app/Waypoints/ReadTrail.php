<?php

declare(strict_types=1);

namespace App\Waypoints;

use App\Models\Waypoint;
use DateTimeImmutable;
use DateTimeZone;
use Illuminate\Support\Facades\DB;

/** What happened at a waypoint, from the sums by hour: quick whatever the number of scans. */
final class ReadTrail
{
    /** Rows of each table, the most frequent first. */
    private const ROWS = 20;

    /** Latest scans that are shown. */
    private const LATEST = 50;

    /** Scans among which a visitor is looked for again. */
    private const LOOKED_AT = 500;

    /**
     * @param  string  $from  first day, in the zone
     * @param  string  $until  last day
     * @return array<string, mixed>
     */
    public function of(Waypoint $waypoint, string $from, string $until, string $zone): array
    {
        [$start, $end] = self::bounds($from, $until, $zone);
        $visitors = DB::table('trail_days')->where('waypoint_id', $waypoint->id)->whereBetween('day', [$from, $until])->pluck('visitors', 'day')->all();
        [$byDay, $byHour] = $this->hours($waypoint, $start, $end, $zone);
        $shown = [];
        for ($time = strtotime("$from 00:00 UTC"); $time <= strtotime("$until 00:00 UTC"); $time += 86_400) {
            $day = gmdate('Y-m-d', (int) $time);
            $shown[] = ['day' => $day, 'scans' => $byDay[$day][0] ?? 0, 'visitors' => (int) ($visitors[$day] ?? 0), 'others' => $byDay[$day][1] ?? 0];
        }
        $tables = $this->tables($waypoint, $start, $end);
        $before = $this->before($waypoint, $from, $until, $zone);

        return [
            'from' => $from, 'until' => $until, 'zone' => $zone, 'scans' => array_sum(array_column($shown, 'scans')), 'visitors' => array_sum(array_column($shown, 'visitors')), 'others' => array_sum(array_column($shown, 'others')),
            'before' => array_sum($before), 'before_days' => $before, 'days' => $shown,
            'hours' => $byHour, 'rules' => $tables['rule'], 'devices' => $tables['device'], 'platforms' => $tables['platform'], 'languages' => $tables['language'], 'countries' => $tables['country'], 'referrers' => $tables['referrer'], 'sorts' => $tables['sort'],
        ];
    }

    /**
     * Sums by each of several things, in one look at the hours.
     *
     * @return array<string, list<array{value: string, scans: int}>>
     */
    private function tables(Waypoint $waypoint, string $start, string $end): array
    {
        $tables = array_fill_keys(['rule', 'device', 'platform', 'language', 'country', 'referrer', 'sort'], []);
        $rows = DB::select('SELECT rule, device, platform, language, country, referrer, sort, GROUPING(rule, device, platform, language, country, referrer, sort) AS sets, sum(scans) AS scans FROM (SELECT rule, device, platform, language, country, referrer, sort, sum(scans) AS scans FROM trail_hours WHERE waypoint_id = ? AND hour >= ?::timestamptz AND hour < ?::timestamptz GROUP BY 1, 2, 3, 4, 5, 6, 7) AS whole GROUP BY GROUPING SETS ((sort, rule), (sort, device), (sort, platform), (sort, language), (sort, country), (sort, referrer), (sort)) ORDER BY 9 DESC', [$waypoint->id, $start, $end]);
        foreach ($rows as $row) {
            // A bit that is not set is what the row is about; the sort stands in every set.
            $about = 'sort';
            foreach (['rule' => 64, 'device' => 32, 'platform' => 16, 'language' => 8, 'country' => 4, 'referrer' => 2] as $column => $bit) {
                $about = ((int) $row->sets & $bit) === 0 ? $column : $about;
            }
            if (($about === 'sort' || $row->sort === 'scan') && count($tables[$about]) < self::ROWS) {
                $tables[$about][] = ['value' => (string) ((array) $row)[$about], 'scans' => (int) $row->scans];
            }
        }

        return $tables;
    }

    /** @return array{array<string, array{int, int}>, list<array{hour: int, scans: int}>} scans and others by day, and scans by hour of the day, both in the zone */
    private function hours(Waypoint $waypoint, string $start, string $end, string $zone): array
    {
        [$days, $hours] = [[], []];
        $local = new DateTimeZone($zone);
        foreach (DB::select("SELECT extract(epoch FROM hour) AS hour, sort = 'scan' AS counts, sum(scans) AS scans FROM trail_hours WHERE waypoint_id = ? AND hour >= ?::timestamptz AND hour < ?::timestamptz GROUP BY 1, 2", [$waypoint->id, $start, $end]) as $row) {
            [$day, $hour] = explode(' ', (new DateTimeImmutable('@'.(int) $row->hour))->setTimezone($local)->format('Y-m-d G'));
            $days[$day] ??= [0, 0];
            $days[$day][$row->counts ? 0 : 1] += (int) $row->scans;
            if ($row->counts) {
                $hours[(int) $hour] = ($hours[(int) $hour] ?? 0) + (int) $row->scans;
            }
        }
        ksort($hours);

        return [$days, array_map(static fn (int $hour, int $scans): array => ['hour' => $hour, 'scans' => $scans], array_keys($hours), $hours)];
    }

    /** @return list<array<string, mixed>> the latest, whoever came */
    public function latest(Waypoint $waypoint): array
    {
        $scans = [];
        // Whether somebody came before is asked among the last few hundred alone: a whole day may hold a million.
        foreach (DB::select('SELECT extract(epoch FROM at) AS at, rule, revision, sort, device, platform, language, country, referrer, again FROM (SELECT *, count(*) OVER (PARTITION BY visitor ORDER BY at ROWS BETWEEN UNBOUNDED PRECEDING AND 1 PRECEDING) > 0 AS again FROM (SELECT * FROM scans WHERE waypoint_id = ? ORDER BY at DESC LIMIT '.self::LOOKED_AT.') AS lately) AS told ORDER BY told.at DESC LIMIT '.self::LATEST, [$waypoint->id]) as $row) {
            $scans[] = [
                'at' => gmdate('Y-m-d\TH:i:s\Z', (int) $row->at), 'rule' => (int) $row->rule, 'revision' => (int) $row->revision, 'sort' => (string) $row->sort, 'device' => (string) $row->device, 'platform' => (string) $row->platform,
                'language' => (string) $row->language, 'country' => (string) $row->country, 'referrer' => (string) $row->referrer, 'again' => (bool) $row->again,
            ];
        }

        return $scans;
    }

    /** @return list<int> scans of as many days right before, by day */
    private function before(Waypoint $waypoint, string $from, string $until, string $zone): array
    {
        $long = (int) ((strtotime("$until UTC") - strtotime("$from UTC")) / 86_400) + 1;
        $first = strtotime("$from 00:00 UTC") - 86_400 * $long;
        [$start, $end] = self::bounds(gmdate('Y-m-d', $first), gmdate('Y-m-d', strtotime("$from 00:00 UTC") - 86_400), $zone);
        $byDay = $this->hours($waypoint, $start, $end, $zone)[0];

        return array_map(static fn (int $day): int => $byDay[gmdate('Y-m-d', $first + 86_400 * $day)][0] ?? 0, range(0, $long - 1));
    }

    /** @return array{string, string} moments between which the days lie */
    private static function bounds(string $from, string $until, string $zone): array
    {
        return ["$from 00:00:00 $zone", gmdate('Y-m-d', strtotime("$until 00:00 UTC") + 86_400)." 00:00:00 $zone"];
    }
}
