<?php

declare(strict_types=1);

namespace App\Proofs;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Proof;
use Illuminate\Support\Facades\DB;
use KeenGlyph\Core\Proof\ProofBench;
use KeenGlyph\Core\Proof\ProofResult;

/** Ends a proof when its last cell is there: once, whichever worker comes last. */
final class FinishProof
{
    public function finish(string $id): void
    {
        $proof = Proof::query()->with('workspace')->find($id);
        if ($proof === null || $proof->state !== 'running' || count($proof->found()) < $proof->total) {
            return;
        }
        $composition = $proof->composition();
        $grade = (new ProofBench($composition->printed(), $composition->symbol->text, $proof->seed))->grade();
        $plan = KeptPlan::of($proof);
        $result = new ProofResult($plan, KeptPlan::cells($proof, $plan), $grade);
        $met = $plan->requirements === [] ? null : $result->isMet();
        DB::transaction(static function () use ($proof, $result, $met): void {
            $isLast = DB::update("UPDATE proofs SET state = 'done', finished_at = now(), grade = ?::jsonb, met = ? WHERE id = ? AND state = 'running'", [
                $result->grade === null ? null : json_encode($result->grade->toArray(), JSON_THROW_ON_ERROR), $met === null ? null : ($met ? 'true' : 'false'), $proof->id,
            ]) === 1;
            if (! $isLast) {
                return;
            }
            $data = ['proof' => $proof->id, 'glyph' => $proof->glyph_id, 'revision' => $proof->glyph_revision, 'name' => $proof->name, 'met' => $met, 'tally' => $result->tally(), 'weakest' => $result->weakest()?->words()];
            DomainEvent::tell(Fact::ProofFinished, $proof->workspace_id, [$proof->id], $data);
            if ($met === false) {
                DomainEvent::tell(Fact::ProofNotMet, $proof->workspace_id, [$proof->id], $data);
            }
        });
    }
}
