<?php

declare(strict_types=1);

namespace App\Keys;

use App\Models\Key;
use Illuminate\Support\Facades\Date;
use Illuminate\Support\Facades\DB;

/**
 * Counts a key's calls and holds it to its month and its pace. One statement looks and counts, so that however many ask
 * at the same moment, on however many machines, no more get through than are left. It does not wait for the disk: a
 * crash may forget the calls of a moment, which costs their owner nothing.
 */
final class Meter
{
    /** Pages of which a key's refusals are counted one by one; others are counted together. */
    private const ORIGINS = 25;

    /**
     * @param  string  $what  is counted by day under this name
     * @param  float  $cost  in calls of the pace; the month counts one whatever it costs
     */
    public function take(Key $key, string $what, float $cost = 1.0): Allowance
    {
        $row = DB::selectOne(CountedCall::STATEMENT, CountedCall::bindings((int) $key->getKey(), $key->quota, $key->per_minute, $what, $cost, Date::now('UTC')));
        $row = (array) $row;

        return $row === [] ? $this->refused($key) : new Allowance(null, self::int($row['used']), $key->quota, self::float($row['in_hand']), $key->per_minute);
    }

    /** What is left, without counting a call. */
    public function look(Key $key): Allowance
    {
        $row = (array) DB::selectOne('SELECT CASE WHEN month = ? THEN used ELSE 0 END AS used, LEAST(?::float8, in_hand + ?::float8 * GREATEST(0, extract(epoch FROM clock_timestamp() - filled_at))) AS in_hand FROM key_meters WHERE key_id = ?', [
            Date::now('UTC')->format('Y-m-01'), CountedCall::burst($key->per_minute), $key->per_minute / 60, $key->getKey(),
        ]);

        return new Allowance(null, self::int($row['used'] ?? 0), $key->quota, self::float($row['in_hand'] ?? 0), $key->per_minute);
    }

    /** Writes down that a key was not let through. */
    public function note(Key $key, Refusal $why, ?string $origin = null): void
    {
        $origin = mb_substr($origin ?? '', 0, 255);
        DB::statement('
            WITH quick AS MATERIALIZED (SELECT set_config(\'synchronous_commit\', \'off\', true))
            INSERT INTO key_refusals (key_id, month, why, origin, calls, last_at)
            SELECT ?, ?, ?, CASE WHEN (SELECT count(*) FROM key_refusals WHERE key_id = ?) < ? THEN ? ELSE \'\' END, 1, now() FROM quick
            ON CONFLICT (key_id, month, why, origin) DO UPDATE SET calls = key_refusals.calls + 1, last_at = now()', [
            $key->getKey(), Date::now('UTC')->format('Y-m-01'), $why->value, $key->getKey(), self::ORIGINS, $origin,
        ]);
    }

    private function refused(Key $key): Allowance
    {
        $now = $this->look($key);
        $why = $now->left() === 0 ? Refusal::Quota : Refusal::Pace;
        $this->note($key, $why);

        return new Allowance($why, $now->used, $now->quota, $now->inHand, $now->perMinute);
    }

    private static function int(mixed $value): int
    {
        return is_numeric($value) ? (int) $value : 0;
    }

    private static function float(mixed $value): float
    {
        return is_numeric($value) ? (float) $value : 0.0;
    }
}
