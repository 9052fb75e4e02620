<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\Finish;
use App\Models\Gate;
use App\Models\Glyph;
use App\Models\Key;
use App\Models\Proof;
use App\Models\Run;
use App\Models\Waypoint;
use App\Models\WholeCheck;
use App\Models\Workspace;
use App\Runs\CheckWhole;
use App\Runs\RunStore;
use App\Waypoints\ForgetTrail;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Carbon;
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

    /** Days that the proof of a composition that is no glyph is kept. */
    private const KEEP_TRIES_DAYS = 14;

    /** Days for which what a run made can be fetched. */
    private const KEEP_RUNS_DAYS = 30;

    /** Days for which it is known which batches of scans were written. */
    private const KEEP_BATCHES_DAYS = 60;

    /** Months for which the use of keys can be looked up. */
    private const KEEP_USE_MONTHS = 13;

    /** Days for which what visitors answered on pages is kept. */
    private const KEEP_ANSWERS_DAYS = 365;

    public function handle(): void
    {
        $old = now()->subDays(Config::integer('keen.keep_deleted_days'));
        Glyph::onlyTrashed()->where('deleted_at', '<', $old)->forceDelete();
        Finish::onlyTrashed()->where('deleted_at', '<', $old)->forceDelete();
        // With its entries and admissions: nobody's name is kept longer than it can be brought back.
        Gate::onlyTrashed()->where('deleted_at', '<', $old)->forceDelete();
        self::waypoints($old);
        foreach (Workspace::query()->whereNotNull('trail_days')->get() as $workspace) {
            foreach ($workspace->waypoints()->withTrashed()->pluck('id') as $id) {
                (new ForgetTrail)->of((string) $id, now()->subDays((int) $workspace->trail_days)->toDateString());
            }
        }
        DB::table('page_answers')->where('created_at', '<', now()->subDays(self::KEEP_ANSWERS_DAYS))->delete();
        DB::table('page_taps')->where('day', '<', now()->subMonths(self::KEEP_USE_MONTHS))->delete();
        Key::query()->where('revoked_at', '<', now()->subDays(self::KEEP_REVOKED_DAYS))->delete();
        DB::table('key_days')->where('day', '<', now()->subMonths(self::KEEP_USE_MONTHS))->delete();
        DB::table('key_refusals')->where('month', '<', now()->subMonths(self::KEEP_USE_MONTHS))->delete();
        DB::table('hook_deliveries')->where('state', '<>', 'due')->where('created_at', '<', now()->subDays(self::KEEP_DELIVERIES_DAYS))->delete();
        foreach (Run::query()->where('created_at', '<', now()->subDays(self::KEEP_RUNS_DAYS))->get() as $run) {
            RunStore::forget($run);
            $run->delete();
        }
        WholeCheck::query()->where('created_at', '<', now()->subDay())->get()->each(CheckWhole::forget(...));
        // Of what was never saved, tried in passing.
        Proof::query()->whereNull('glyph_id')->where('created_at', '<', now()->subDays(self::KEEP_TRIES_DAYS))->delete();
        // Read, but nobody said with what.
        DB::table('field_results')->whereNull('sent_at')->where('created_at', '<', now()->subDay())->delete();
        DB::table('idempotency_keys')->where('created_at', '<', now()->subDays(2))->delete();
    }

    /** With their trails. Their codes stay taken: printed matter outlives what stood behind it. */
    private static function waypoints(Carbon $old): void
    {
        foreach (Waypoint::onlyTrashed()->where('deleted_at', '<', $old)->pluck('id') as $id) {
            DB::transaction(static function () use ($id): void {
                (new ForgetTrail)->of((string) $id, null);
                Waypoint::onlyTrashed()->whereKey($id)->forceDelete();
            });
        }
        // Long after any file of a batch that was written could still lie about.
        DB::table('trail_batches')->where('written_at', '<', now()->subDays(self::KEEP_BATCHES_DAYS))->delete();
    }
}
