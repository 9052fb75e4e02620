<?php

declare(strict_types=1);

namespace App\Runs;

use App\Models\Run;
use Illuminate\Support\Facades\DB;

/** Stops a run for a while or for good, and lets it go on where it stopped. */
final class ControlRun
{
    public function pause(Run $run): Run
    {
        DB::update("UPDATE runs SET state = 'paused' WHERE id = ? AND state IN ('queued', 'running')", [$run->id]);

        return $run->refresh();
    }

    /** Also one that failed: what was made is kept. */
    public function resume(Run $run): Run
    {
        if (DB::update("UPDATE runs SET state = 'queued', trouble = NULL, finished_at = NULL WHERE id = ? AND state IN ('paused', 'failed')", [$run->id]) === 1) {
            for ($i = 0; $i < StartRun::AT_ONCE; $i++) {
                DrawChunk::dispatch($run->id);
            }
        }

        return $run->refresh();
    }

    /** What was made until then goes. */
    public function cancel(Run $run): Run
    {
        if (DB::update("UPDATE runs SET state = 'cancelled', finished_at = now() WHERE id = ? AND state IN ('queued', 'running', 'paused', 'failed')", [$run->id]) === 1) {
            RunStore::forget($run);
        }

        return $run->refresh();
    }
}
