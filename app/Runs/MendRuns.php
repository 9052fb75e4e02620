<?php

declare(strict_types=1);

namespace App\Runs;

use Illuminate\Support\Facades\DB;

/** Takes up runs that nobody works on any more: a worker was killed while it put the file together. */
final class MendRuns
{
    public function mend(): void
    {
        foreach (DB::table('runs')->where('state', 'finishing')->where('updated_at', '<', now()->subMinutes(3))->limit(50)->pluck('id') as $id) {
            FinishRun::dispatch(is_string($id) ? $id : '');
        }
    }
}
