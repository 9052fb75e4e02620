<?php

declare(strict_types=1);

namespace App\Proofs;

use KeenGlyph\Core\Degrade\Decoder;
use KeenGlyph\Core\Proof\ProofBench;
use KeenGlyph\Core\Proof\ProofCell;

/**
 * The bench tells its reader where the symbol lies. One picture a device, at the margin that was found, is read without
 * that hint too: what differs is what the hint is worth.
 */
final class BlindReadings
{
    /** Milliseconds for one of them. */
    private const BUDGET = 600.0;

    /**
     * @param  list<ProofCell>  $cells
     * @return list<array{device: string, condition: string, figure: float, told: bool, blind: bool}>
     */
    public static function of(ProofBench $bench, array $cells): array
    {
        $byDevice = [];
        foreach ($cells as $cell) {
            if ($cell->margin !== null) {
                $byDevice[$cell->device->id][] = $cell;
            }
        }
        $taken = [];
        foreach (array_values($byDevice) as $i => $own) {
            // The conditions take turns, so that not every device shows the same one.
            $cell = $own[$i % count($own)];
            $sample = $bench->sample($cell->device, $cell->condition, (float) $cell->margin);
            $taken[] = ['device' => $cell->device->id, 'condition' => $cell->condition->value, 'figure' => (float) $cell->margin, 'told' => $sample->reads(Decoder::Thorough), 'blind' => $sample->readsBlind(self::BUDGET)];
        }

        return $taken;
    }
}
