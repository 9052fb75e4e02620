<?php

declare(strict_types=1);

namespace App\Proofs;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Proof;
use Illuminate\Support\Facades\DB;
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
        $bench = KeptPlan::bench($proof, $proof->composition());
        $plan = KeptPlan::of($proof);
        $result = new ProofResult($plan, KeptPlan::cells($proof, $plan), $bench->grade());
        $blind = BlindReadings::of($bench, $result->cells);
        $met = $plan->requirements === [] ? null : $result->isMet();
        DB::transaction(function () use ($proof, $result, $met, $blind): void {
            $isLast = DB::update("UPDATE proofs SET state = 'done', finished_at = now(), grade = ?::jsonb, blind = ?::jsonb, met = ? WHERE id = ? AND state = 'running'", [
                $result->grade === null ? null : json_encode($result->grade->toArray(), JSON_THROW_ON_ERROR), json_encode($blind, JSON_THROW_ON_ERROR), $met === null ? null : ($met ? 'true' : 'false'), $proof->id,
            ]) === 1;
            if (! $isLast) {
                return;
            }
            $data = ['proof' => $proof->id, 'glyph' => $proof->glyph_id, 'revision' => $proof->glyph_revision, 'name' => $proof->name, 'met' => $met, 'tally' => $result->tally(), 'weakest' => $result->weakest()?->words()];
            DomainEvent::tell(Fact::ProofFinished, $proof->workspace_id, [$proof->id], $data);
            if ($met === false && $this->wasMet($proof)) {
                DomainEvent::tell(Fact::ProofNotMet, $proof->workspace_id, [$proof->id], $data);
            }
        });
    }

    /** Whether what a glyph must show held until now, as far as anybody was told: nobody is told twice of the same lack. */
    private function wasMet(Proof $proof): bool
    {
        return $proof->glyph_id === null || DB::table('proofs')->where('glyph_id', $proof->glyph_id)->where('id', '<>', $proof->id)->where('state', 'done')->whereNotNull('met')->orderByDesc('created_at')->value('met') !== false;
    }
}
