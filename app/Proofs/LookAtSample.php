<?php

declare(strict_types=1);

namespace App\Proofs;

use App\Models\Proof;
use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\DeviceModel;
use KeenGlyph\Core\Report\SampleFacts;

/** Takes one picture of a proof again, as a device sees it at a figure, with what the readers make of it. */
final class LookAtSample
{
    /** @return array<string, mixed> */
    public function look(Proof $proof, DeviceModel $device, Condition $condition, float $figure, int $seed): array
    {
        $composition = $proof->composition();
        $label = $composition->printed();
        $bench = KeptPlan::bench($proof, $composition);
        $scale = $condition->scale($label, $device->workingMm($label->moduleMm, $label->sideMm()));
        // Beyond its ends a scale means nothing.
        $figure = max(min($scale), min(max($scale), $figure));

        return ['device' => $device->id, 'condition' => $condition->value, 'unit' => $condition->unit(), 'figure' => $figure, 'scale' => ['mildest' => $scale[0], 'hardest' => $scale[1], 'ratio' => $condition->isByRatio()], 'seed' => $seed, ...SampleFacts::of($bench->sample($device, $condition, $figure, $seed))];
    }
}
