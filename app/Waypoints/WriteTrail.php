<?php

declare(strict_types=1);

namespace App\Waypoints;

use App\Alerts\LookOut;
use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Waypoint;
use DateTimeImmutable;
use DateTimeZone;
use Illuminate\Support\Facades\DB;

/**
 * Writes a batch of scans: each as a row, and all summed by hour and day, in one transaction with the batch's name. A worker
 * that is killed leaves the batch to the next one, which finds it written or not at all.
 */
final class WriteTrail
{
    /** Rows of one statement: PostgreSQL takes 65,535 values. */
    private const ROWS = 2000;

    /** @return int scans that were written now */
    public function write(string $file): int
    {
        $name = basename($file);
        $scans = self::read($file);
        $count = DB::transaction(function () use ($name, $scans): int {
            if (DB::affectingStatement('INSERT INTO trail_batches (name, scans) VALUES (?, ?) ON CONFLICT DO NOTHING', [$name, count($scans)]) !== 1) {
                return 0;
            }
            foreach (array_unique(array_map(static fn (array $scan): string => substr((string) $scan[0], 0, 7), $scans)) as $month) {
                self::needMonth($month);
            }
            foreach (array_chunk($scans, self::ROWS) as $some) {
                DB::insert('INSERT INTO scans (at, waypoint_id, revision, rule, sort, device, platform, language, country, referrer, visitor) VALUES '.self::places(count($some), 11), array_merge(...$some));
            }
            self::sum($scans);

            return count($scans);
        });
        @unlink($file);

        return $count;
    }

    /** The table of a month, where there is none yet. */
    public static function needMonth(string $month): void
    {
        $from = new DateTimeImmutable("$month-01T00:00:00Z");
        $name = 'scans_'.$from->format('Y_m');
        DB::statement("CREATE TABLE IF NOT EXISTS $name PARTITION OF scans FOR VALUES FROM ('{$from->format('Y-m-d')}') TO ('{$from->modify('+1 month')->format('Y-m-d')}')");
    }

    /** @return list<list<string|int>> lines that are whole; a line cut off by a full disk is none */
    private static function read(string $file): array
    {
        $scans = [];
        foreach (file($file, FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [] as $line) {
            $scan = json_decode($line, true);
            if (is_array($scan) && array_is_list($scan) && count($scan) === 11 && count(array_filter($scan, is_scalar(...))) === 11) {
                /** @var list<string|int> $scan */
                $scans[] = $scan;
            }
        }

        return $scans;
    }

    /** @param  list<list<string|int>>  $scans */
    private static function sum(array $scans): void
    {
        $hours = $days = $seen = $totals = [];
        $utc = new DateTimeZone('UTC');
        foreach ($scans as [$at, $id, , $rule, $sort, $device, $platform, $language, $country, $referrer, $visitor]) {
            $time = (new DateTimeImmutable((string) $at))->setTimezone($utc);
            $key = implode("\0", [$id, $time->format('Y-m-d H:00:00\Z'), $sort, $rule, $device, $platform, $language, $country, $referrer]);
            $hours[$key] = ($hours[$key] ?? 0) + 1;
            if ($sort === 'scan') {
                $day = $time->format('Y-m-d');
                $days["$id\0$day"] = ($days["$id\0$day"] ?? 0) + 1;
                $seen["$id\0$day\0$visitor"] = true;
                $totals[(string) $id] ??= [0, $at, $at];
                $totals[(string) $id] = [$totals[(string) $id][0] + 1, min($totals[(string) $id][1], $at), max($totals[(string) $id][2], $at)];
            }
        }
        foreach (array_chunk(array_keys($hours), self::ROWS) as $some) {
            $values = array_merge(...array_map(static fn (string $key): array => [...explode("\0", $key), $hours[$key]], $some));
            DB::insert('INSERT INTO trail_hours (waypoint_id, hour, sort, rule, device, platform, language, country, referrer, scans) VALUES '.self::places(count($some), 10).' ON CONFLICT (waypoint_id, hour, sort, rule, device, platform, language, country, referrer) DO UPDATE SET scans = trail_hours.scans + EXCLUDED.scans', $values);
        }
        $new = [];
        foreach (array_chunk(array_keys($seen), self::ROWS) as $some) {
            $rows = DB::select('INSERT INTO trail_seen (waypoint_id, day, visitor) VALUES '.self::places(count($some), 3).' ON CONFLICT DO NOTHING RETURNING waypoint_id, day', array_merge(...array_map(static fn (string $key): array => explode("\0", $key), $some)));
            foreach ($rows as $row) {
                $new["$row->waypoint_id\0$row->day"] = ($new["$row->waypoint_id\0$row->day"] ?? 0) + 1;
            }
        }
        foreach (array_chunk(array_keys($days), self::ROWS) as $some) {
            $values = array_merge(...array_map(static fn (string $key): array => [...explode("\0", $key), $days[$key], $new[$key] ?? 0], $some));
            DB::insert('INSERT INTO trail_days (waypoint_id, day, scans, visitors) VALUES '.self::places(count($some), 4).' ON CONFLICT (waypoint_id, day) DO UPDATE SET scans = trail_days.scans + EXCLUDED.scans, visitors = trail_days.visitors + EXCLUDED.visitors', $values);
        }
        // In the same order everywhere, so that two writers never wait for each other.
        ksort($totals);
        foreach ($totals as $id => [$count, $first, $last]) {
            $before = DB::selectOne('UPDATE waypoints SET scans = scans + ?, first_scan_at = LEAST(first_scan_at, ?::timestamptz), last_scan_at = GREATEST(last_scan_at, ?::timestamptz) WHERE id = ? RETURNING scans, workspace_id', [$count, $first, $last, $id]);
            if ($before === null) {
                continue;
            }
            if ((int) $before->scans === $count) {
                self::tellFirst($id, (string) $before->workspace_id, (string) $first);
            }
            (new LookOut)->scanned($id, (string) $before->workspace_id, (int) $before->scans, $count);
        }
    }

    private static function tellFirst(string $id, string $workspace, string $at): void
    {
        $waypoint = Waypoint::query()->find($id);
        if ($waypoint !== null) {
            DomainEvent::tell(Fact::WaypointFirstScan, $workspace, [$id], ['waypoint' => $id, 'code' => $waypoint->code, 'name' => $waypoint->name, 'at' => $at]);
        }
    }

    private static function places(int $rows, int $columns): string
    {
        return implode(', ', array_fill(0, $rows, '('.implode(', ', array_fill(0, $columns, '?')).')'));
    }
}
