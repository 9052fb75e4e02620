<?php

declare(strict_types=1);

namespace App\Runs;

use App\Models\Run;
use Illuminate\Support\Facades\DB;

/** How far a run has come. */
final class RunCounts
{
    /** @return array{waiting: int, made: int, failed: int, searched: int} */
    public static function of(Run $run): array
    {
        return $run->made === null ? self::live($run->id) : ['waiting' => 0, 'made' => $run->made, 'failed' => (int) $run->failed, 'searched' => (int) $run->searched];
    }

    /** @return array{waiting: int, made: int, failed: int, searched: int} counted row by row */
    public static function live(string $run): array
    {
        $counts = (array) DB::selectOne('SELECT count(*) FILTER (WHERE state = 0) AS waiting, count(*) FILTER (WHERE state = 1) AS made, count(*) FILTER (WHERE state = 2) AS failed, count(*) FILTER (WHERE searched) AS searched FROM run_items WHERE run_id = ?', [$run]);

        return ['waiting' => (int) $counts['waiting'], 'made' => (int) $counts['made'], 'failed' => (int) $counts['failed'], 'searched' => (int) $counts['searched']];
    }
}
