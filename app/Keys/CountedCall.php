<?php

declare(strict_types=1);

namespace App\Keys;

use DateTimeInterface;

/** The statement that counts a call of a key if it has one left, the same for all ways that a call can come. */
final class CountedCall
{
    /** Seconds of its pace that a key may use at once. */
    public const BURST_SECONDS = 15;

    /** Fewest calls that may come at once, so that a page with some pictures is drawn whole. */
    public const BURST_LEAST = 30;

    private const IN_HAND = 'LEAST(:burst::float8, in_hand + :rate::float8 * GREATEST(0, extract(epoch FROM clock_timestamp() - filled_at)))';

    /** Gives what was used and what is in hand; no row when the key has no call left. */
    public const STATEMENT = '
            WITH counted AS (
                UPDATE key_meters SET used = CASE WHEN month = :month THEN used ELSE 0 END + 1, month = :month, in_hand = '.self::IN_HAND.' - :cost::float8, filled_at = clock_timestamp()
                WHERE key_id = :key AND (:quota::int IS NULL OR CASE WHEN month = :month THEN used ELSE 0 END < :quota::int) AND '.self::IN_HAND." >= :cost::float8
                RETURNING used, in_hand
            ), by_day AS (
                INSERT INTO key_days (key_id, day, what, calls) SELECT :key, :day, :what, 1 FROM counted
                ON CONFLICT (key_id, day, what) DO UPDATE SET calls = key_days.calls + 1
            )
            SELECT used, in_hand, set_config('synchronous_commit', 'off', true) FROM counted";

    /** Calls that a key may send at once. */
    public static function burst(int $perMinute): int
    {
        return max(self::BURST_LEAST, (int) ceil($perMinute * self::BURST_SECONDS / 60));
    }

    /**
     * @param  ?int  $quota  calls a month; null for no end
     * @param  string  $what  is counted by day under this name
     * @param  float  $cost  in calls of the pace; the month counts one whatever it costs
     * @return array<string, int|float|string|null>
     */
    public static function bindings(int $key, ?int $quota, int $perMinute, string $what, float $cost, DateTimeInterface $now): array
    {
        return ['month' => $now->format('Y-m-01'), 'burst' => self::burst($perMinute), 'rate' => $perMinute / 60, 'cost' => $cost, 'key' => $key, 'quota' => $quota, 'day' => $now->format('Y-m-d'), 'what' => $what];
    }
}
