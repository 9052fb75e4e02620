<?php

declare(strict_types=1);

namespace App\Proofs;

use App\Models\Glyph;
use App\Models\Proof;
use App\Models\Workspace;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Proof\ProofBench;
use KeenGlyph\Core\Proof\ProofPlan;
use KeenGlyph\Core\Render\RendererVersion;

/** Puts a proof in the queue, a job a device; one that was found before with the same figures is done at once. */
final class StartProof
{
    /** Proofs of a workspace that wait or run at the same time. */
    private const OPEN = 200;

    /** Proofs that a workspace keeps. */
    private const KEPT = 5000;

    /**
     * @param  array<string, mixed>  $given  what the composer takes
     *
     * @throws ValidationException when too many wait
     */
    public function start(Workspace $workspace, ?Glyph $glyph, Composition $composition, array $given, ProofPlan $plan, int $seed): Proof
    {
        $layout = $composition->layout();
        $context = [$workspace->chat_template, $workspace->region, $workspace->gs1_domain];
        $digest = substr(hash('sha256', json_encode([ProofBench::VERSION, RendererVersion::CURRENT, array_diff_key($given, ['name' => 1]), $context, array_diff_key($plan->toArray(), ['require' => 1]), $seed], JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)), 0, 40);
        $proof = new Proof([
            'glyph_id' => $glyph?->id, 'glyph_revision' => $glyph?->revision, 'name' => mb_substr($glyph->name ?? $composition->name(), 0, 120), 'given' => $given, 'plan' => $plan->toArray(), 'seed' => $seed,
            'digest' => $digest, 'total' => count($plan->pairs()),
            'subject' => ['symbol' => $composition->symbol->designation(), 'modules' => $composition->symbol->matrix->size(), 'module_mm' => round($layout->moduleMm(), 4), 'symbol_mm' => round($layout->symbolMm(), 2)],
        ]);
        $proof->workspace()->associate($workspace);

        return DB::transaction(function () use ($proof, $workspace, $plan): Proof {
            $workspace->newQuery()->whereKey($workspace->id)->lockForUpdate()->first();
            $counts = (array) DB::selectOne("SELECT count(*) FILTER (WHERE state IN ('queued', 'running')) AS open, count(*) AS kept FROM proofs WHERE workspace_id = ?", [$workspace->id]);
            if ($counts['open'] >= self::OPEN || $counts['kept'] >= self::KEPT) {
                throw ValidationException::withMessages(['glyph' => [$counts['open'] >= self::OPEN ? 'This workspace has '.self::OPEN.' proofs waiting. Let some finish, or cancel them.' : 'This workspace keeps '.self::KEPT.' proofs. Delete some that are not needed.']]);
            }
            $proof->save();
            $known = DB::table('proofs')->where(['workspace_id' => $workspace->id, 'digest' => $proof->digest, 'state' => 'done'])->orderByDesc('created_at')->value('id');
            if (is_string($known)) {
                // Its needs may be others: only what was found is taken over.
                DB::insert('INSERT INTO proof_cells (proof_id, place, found) SELECT ?, place, found FROM proof_cells WHERE proof_id = ?', [$proof->id, $known]);
            }
            foreach (array_keys($plan->devices) as $row) {
                ProveRow::dispatch($proof->id, $row);
            }

            return $proof;
        });
    }
}
