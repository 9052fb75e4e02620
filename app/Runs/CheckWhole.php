<?php

declare(strict_types=1);

namespace App\Runs;

use App\Models\WholeCheck;
use App\Models\Workspace;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Run\Table;
use Throwable;

/** Looks through all rows of a table in the queue, and says meanwhile how far it has come. A killed worker's is begun again. */
final class CheckWhole implements ShouldQueue
{
    use Queueable;

    /** Tables of a workspace that are looked through at the same time. */
    private const OPEN = 2;

    /** Seconds of one look: as long as a job may take. */
    private const SECONDS = 65.0;

    public int $timeout = 75;

    public function __construct(public readonly string $check)
    {
        $this->onConnection('proofs')->onQueue('runs');
    }

    /** @throws ValidationException when others are still under way */
    public static function begin(Workspace $workspace, Table $table, Recipe $recipe, Keep $keep): WholeCheck
    {
        $check = DB::transaction(static function () use ($workspace, $table, $recipe, $keep): WholeCheck {
            Workspace::query()->whereKey($workspace->id)->lockForUpdate()->first();
            if (WholeCheck::query()->where('workspace_id', $workspace->id)->whereIn('state', ['queued', 'running'])->where('created_at', '>', now()->subMinutes(10))->count() >= self::OPEN) {
                throw ValidationException::withMessages(['table' => ['This workspace has '.self::OPEN.' tables that are being looked through. Wait for one, or stop it.']]);
            }
            $check = new WholeCheck(['recipe' => $recipe->toArray(), 'keep' => $keep->toArray(), 'total' => count($table->rows)]);
            $check->workspace()->associate($workspace);
            $check->save();
            KeptTable::put($check->path(), $table);

            return $check;
        });
        self::dispatch($check->id);

        return $check;
    }

    /** Ends it if it is under way, and takes everything of it away. */
    public static function forget(WholeCheck $check): void
    {
        $check->delete();
        RunStore::disk()->delete($check->path());
    }

    public function handle(CheckTable $look): void
    {
        $check = WholeCheck::query()->with('workspace')->find($this->check);
        if ($check === null || DB::update("UPDATE whole_checks SET state = 'running' WHERE id = ? AND state IN ('queued', 'running')", [$this->check]) !== 1) {
            return;
        }
        $end = microtime(true) + self::SECONDS;
        // Whoever stopped it took its row away.
        $found = $look->check(KeptTable::take($check->path()), $check->recipe(), $check->workspace, $check->keep(), fn (int $looked): bool => DB::update('UPDATE whole_checks SET looked_at = ? WHERE id = ?', [$looked, $this->check]) === 1 && microtime(true) < $end);
        DB::update("UPDATE whole_checks SET state = 'done', looked_at = ?, found = ?, updated_at = now() WHERE id = ?", [$found['looked_at'], json_encode($found, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), $this->check]);
        RunStore::disk()->delete($check->path());
    }

    /** Called by the queue when it gives up. */
    public function failed(?Throwable $why): void
    {
        DB::update("UPDATE whole_checks SET state = 'failed' WHERE id = ? AND state IN ('queued', 'running')", [$this->check]);
    }
}
