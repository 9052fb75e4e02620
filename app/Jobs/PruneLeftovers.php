<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\Finish;
use App\Models\Gate;
use App\Models\Glyph;
use App\Models\Key;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\Config;
use Illuminate\Support\Facades\DB;

/** Removes for good what was deleted long ago, and idempotency keys that nobody repeats any more. */
final class PruneLeftovers implements ShouldQueue
{
    use Queueable;

    /** Days that a revoked key stays in the list. */
    private const KEEP_REVOKED_DAYS = 90;

    /** Days for which what hooks were told can be looked up. */
    private const KEEP_DELIVERIES_DAYS = 30;

    /** Months for which the use of keys can be looked up. */
    private const KEEP_USE_MONTHS = 13;

    public function handle(): void
    {
        $old = now()->subDays(Config::integer('keen.keep_deleted_days'));
        Glyph::onlyTrashed()->where('deleted_at', '<', $old)->forceDelete();
        Finish::onlyTrashed()->where('deleted_at', '<', $old)->forceDelete();
        // With its entries and admissions: nobody's name is kept longer than it can be brought back.
        Gate::onlyTrashed()->where('deleted_at', '<', $old)->forceDelete();
        Key::query()->where('revoked_at', '<', now()->subDays(self::KEEP_REVOKED_DAYS))->delete();
        DB::table('key_days')->where('day', '<', now()->subMonths(self::KEEP_USE_MONTHS))->delete();
        DB::table('key_refusals')->where('month', '<', now()->subMonths(self::KEEP_USE_MONTHS))->delete();
        DB::table('hook_deliveries')->where('state', '<>', 'due')->where('created_at', '<', now()->subDays(self::KEEP_DELIVERIES_DAYS))->delete();
        DB::table('idempotency_keys')->where('created_at', '<', now()->subDays(2))->delete();
    }
}
