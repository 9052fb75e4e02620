<?php

declare(strict_types=1);

namespace App\Proofs;

use App\Models\Proof;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** How far several proofs have come, in one question. */
final class FoundCells
{
    /**
     * @param  Collection<int, mixed>  $proofs
     * @return array<string, int> cells that were found, by proof
     */
    public static function counted(Collection $proofs): array
    {
        $counts = [];
        $open = [];
        foreach ($proofs as $proof) {
            if ($proof instanceof Proof) {
                $counts[$proof->id] = $proof->state === 'done' ? $proof->total : 0;
                $open = $proof->state === 'done' ? $open : [...$open, $proof->id];
            }
        }
        foreach (DB::table('proof_cells')->whereIn('proof_id', $open)->groupBy('proof_id')->selectRaw('proof_id, count(*) AS cells')->get() as $row) {
            $counts[(string) $row->proof_id] = (int) $row->cells;
        }

        return $counts;
    }
}
