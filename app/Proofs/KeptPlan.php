<?php

declare(strict_types=1);

namespace App\Proofs;

use App\Models\Proof;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Proof\ProofBench;
use KeenGlyph\Core\Proof\ProofCell;
use KeenGlyph\Core\Proof\ProofPlan;

/** A proof's plan and cells, made again of what was kept. */
final class KeptPlan
{
    public static function of(Proof $proof): ProofPlan
    {
        return ProofPlan::from($proof->plan['devices'] ?? null, $proof->plan['conditions'] ?? null, is_string($proof->plan['require'] ?? null) ? $proof->plan['require'] : '');
    }

    public static function bench(Proof $proof, Composition $composition): ProofBench
    {
        return new ProofBench($composition->printed(), $composition->symbol->text, $proof->seed);
    }

    /** @return list<ProofCell> those found so far, in the plan's order */
    public static function cells(Proof $proof, ProofPlan $plan): array
    {
        $cells = [];
        $pairs = $plan->pairs();
        foreach ($proof->found() as $place => $found) {
            if (isset($pairs[$place])) {
                [$device, $condition] = $pairs[$place];
                $cells[] = ProofCell::again($device, $condition, $plan->need($device, $condition), $found);
            }
        }

        return $cells;
    }
}
