<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Proof;
use App\Proofs\KeptPlan;
use KeenGlyph\Core\Degrade\Condition;
use KeenGlyph\Core\Degrade\DeviceModel;
use KeenGlyph\Core\Proof\ProofCell;
use KeenGlyph\Core\Proof\ProofResult;

/** A proof as the API states it, as far as it has come. */
final class ProofResource
{
    /** @return array<string, mixed> */
    public static function of(Proof $proof): array
    {
        $plan = KeptPlan::of($proof);
        $result = new ProofResult($plan, KeptPlan::cells($proof, $plan), null);
        $weakest = $result->weakest();

        return [
            ...self::summary($proof, count($result->cells)),
            'devices' => array_map(static fn (DeviceModel $device): array => ['id' => $device->id, 'label' => $device->label, 'decoder' => $device->decoder->value, 'light' => $device->light->value, 'usual_mm' => $device->usualMm], $plan->devices),
            'conditions' => array_map(static fn (Condition $one): array => ['id' => $one->value, 'label' => $one->label(), 'unit' => $one->unit(), 'says' => $one->says(), 'harder_below' => $one->isHarderBelow()], $plan->conditions),
            'tally' => $result->tally(),
            'weakest' => $weakest === null ? null : ['device' => $weakest->device->id, 'condition' => $weakest->condition->value, 'words' => $weakest->words()],
            'grade' => $proof->grade,
            'blind' => $proof->blind ?? [],
            'requirements' => $proof->state === 'done' ? self::requirements($result, $proof) : [],
            'cells' => array_map(static fn (ProofCell $cell): array => $cell->toArray(), $result->cells),
        ];
    }

    /**
     * @param  int  $done  cells that were found
     * @return array<string, mixed>
     */
    public static function summary(Proof $proof, int $done): array
    {
        return [
            'id' => $proof->id, 'name' => $proof->name, 'glyph' => $proof->glyph_id, 'revision' => $proof->glyph_revision, 'state' => $proof->state,
            'done' => $done, 'total' => $proof->total, 'seed' => $proof->seed, 'met' => $proof->met, 'require' => is_string($proof->plan['require'] ?? null) ? $proof->plan['require'] : '',
            'subject' => $proof->subject, 'letter' => is_string($proof->grade['letter'] ?? null) ? $proof->grade['letter'] : null, 'trouble' => $proof->trouble,
            'created_at' => $proof->created_at->toIso8601ZuluString(), 'started_at' => $proof->started_at?->toIso8601ZuluString(), 'finished_at' => $proof->finished_at?->toIso8601ZuluString(),
        ];
    }

    /** @return list<array<string, mixed>> */
    private static function requirements(ProofResult $result, Proof $proof): array
    {
        $grade = is_numeric($proof->grade['grade'] ?? null) ? (float) $proof->grade['grade'] : null;
        $letter = is_string($proof->grade['letter'] ?? null) ? $proof->grade['letter'] : '';

        return array_map(static fn (array $one): array => $one['condition'] === null
            ? [...$one, 'met' => $grade !== null && $grade >= (float) $one['need'], 'figure' => $grade, 'message' => $grade === null ? 'This symbol has no grade.' : "The drawing has grade $letter ($grade)."]
            : $one, $result->requirements());
    }
}
