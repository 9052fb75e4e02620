<?php

declare(strict_types=1);

namespace App\Proofs;

use App\Models\Proof;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\DB;
use KeenGlyph\Core\Compose\RefusedPayload;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use Throwable;

/**
 * One device of a proof. Each cell is kept as soon as it is found, so that a worker that is killed loses one at most, and
 * whoever takes the row up again goes on from there.
 */
final class ProveRow implements ShouldQueue
{
    use Queueable;

    /** Seconds of one run; what is left is queued again, well before another worker would take it for lost. */
    private const RUN = 12.0;

    public int $timeout = 75;

    public function __construct(public readonly string $proof, public readonly int $row)
    {
        $this->onConnection('proofs')->onQueue('proofs');
    }

    public function handle(FinishProof $finish): void
    {
        $proof = Proof::query()->with('workspace')->find($this->proof);
        if ($proof === null || ! $proof->isOpen()) {
            return;
        }
        DB::update("UPDATE proofs SET state = 'running', started_at = COALESCE(started_at, now()) WHERE id = ? AND state = 'queued'", [$proof->id]);
        $end = microtime(true) + self::RUN;
        $plan = KeptPlan::of($proof);
        $found = $proof->found();
        $bench = null;
        foreach ($plan->pairs() as $place => [$device, $condition]) {
            if ($device !== $plan->devices[$this->row] || isset($found[$place])) {
                continue;
            }
            if (microtime(true) > $end) {
                self::dispatch($this->proof, $this->row);

                return;
            }
            if (! $this->isWanted()) {
                return;
            }
            $bench ??= KeptPlan::bench($proof, $proof->composition());
            $cell = $bench->cell($device, $condition, $plan->need($device, $condition));
            DB::insert('INSERT INTO proof_cells (proof_id, place, found) SELECT ?, ?, ?::jsonb WHERE EXISTS (SELECT FROM proofs WHERE id = ?) ON CONFLICT DO NOTHING', [$proof->id, $place, json_encode($cell->found(), JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION), $proof->id]);
        }
        $finish->finish($proof->id);
    }

    /** Called by the queue when it gives the row up. */
    public function failed(?Throwable $why): void
    {
        $words = match (true) {
            $why instanceof RefusedPayload, $why instanceof InvalidSymbol, $why instanceof InvalidFinish => $why->getMessage(),
            default => 'It could not be carried to its end on this machine. Start it again.',
        };
        DB::update("UPDATE proofs SET state = 'failed', trouble = ?, finished_at = now() WHERE id = ? AND state IN ('queued', 'running')", [mb_substr($words, 0, 300), $this->proof]);
    }

    private function isWanted(): bool
    {
        return DB::table('proofs')->where('id', $this->proof)->where('state', 'running')->exists();
    }
}
