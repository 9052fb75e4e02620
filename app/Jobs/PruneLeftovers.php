<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\Finish;
use App\Models\Gate;
use App\Models\Glyph;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\DB;

/** Removes for good what was deleted long ago, and idempotency keys that nobody repeats any more. */
final class PruneLeftovers implements ShouldQueue
{
    use Queueable;

    public function handle(): void
    {
        $old = now()->subDays(Config::integer('keen.keep_deleted_days'));
        Glyph::onlyTrashed()->where('deleted_at', '<', $old)->forceDelete();
        Finish::onlyTrashed()->where('deleted_at', '<', $old)->forceDelete();
        // With its entries and admissions: nobody's name is kept longer than it can be brought back.
        Gate::onlyTrashed()->where('deleted_at', '<', $old)->forceDelete();
        DB::table('idempotency_keys')->where('created_at', '<', now()->subDays(2))->delete();
    }
}
