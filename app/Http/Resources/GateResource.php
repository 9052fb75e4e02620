<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Gate;
use App\Models\GateAdmission;
use App\Models\GateEntry;

/** A gate, its entries and admissions as the API states them. */
final class GateResource
{
    /** @return array<string, mixed> */
    public static function of(Gate $gate): array
    {
        $entries = $gate->entries()->count();

        return [
            'id' => $gate->id,
            'name' => $gate->name,
            'entries' => $entries,
            'times' => $gate->times,
            'inside' => $gate->admissions()->whereNull('undone_at')->distinct()->count('gate_entry_id'),
            'created_at' => $gate->created_at->toIso8601ZuluString(),
        ];
    }

    /** @return array<string, mixed> */
    public static function entry(GateEntry $entry): array
    {
        return [
            'code' => $entry->code,
            'name' => $entry->name,
            'admitted_at' => $entry->standing?->admitted_at->toIso8601ZuluString('microsecond'),
            'door' => $entry->standing?->door,
        ];
    }

    /** @return ?array<string, mixed> */
    public static function admission(?GateAdmission $admission): ?array
    {
        return $admission === null ? null : [
            'id' => $admission->id,
            'door' => $admission->door,
            'turn' => $admission->turn,
            'admitted_at' => $admission->admitted_at->toIso8601ZuluString('microsecond'),
            'undone_at' => $admission->undone_at?->toIso8601ZuluString('microsecond'),
        ];
    }
}
