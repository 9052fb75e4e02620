<?php

declare(strict_types=1);

namespace App\Actions;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Gate;
use App\Models\GateAdmission;
use App\Models\GateEntry;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Lets a code in once. The database decides which of two doors was first. */
final class Admit
{
    /** To the microsecond: an undo must not seem to come before what it undoes. */
    private const MOMENT = 'Y-m-d H:i:s.uP';

    /**
     * @return array{verdict: 'admitted'|'used'|'unknown', entry: ?GateEntry, admission: ?GateAdmission} the standing admission, new or earlier
     */
    public function admit(Gate $gate, string $code, string $door): array
    {
        $entry = $gate->entries()->whereIn('digest', GateEntry::digestsOf($code))->first();
        if ($entry === null) {
            return ['verdict' => 'unknown', 'entry' => null, 'admission' => null];
        }
        for ($try = 0; ; $try++) {
            $id = Str::uuid7()->toString();
            $admitted = self::insert($gate, $entry, $id, $door);
            $standing = $admitted ? GateAdmission::query()->findOrFail($id) : $entry->standing()->first();
            // Between the two looks it may have been undone: then it is free again.
            if ($standing !== null || $try > 2) {
                return ['verdict' => $admitted ? 'admitted' : 'used', 'entry' => $entry, 'admission' => $standing];
            }
        }
    }

    /** Whether this one was the first; then it is told, or neither. */
    private static function insert(Gate $gate, GateEntry $entry, string $id, string $door): bool
    {
        return DB::transaction(static function () use ($gate, $entry, $id, $door): bool {
            $at = Carbon::now();
            $isFirst = GateAdmission::query()->insertOrIgnore(['id' => $id, 'gate_id' => $gate->id, 'gate_entry_id' => $entry->id, 'door' => $door, 'admitted_at' => $at->format(self::MOMENT)]) === 1;
            if ($isFirst) {
                DomainEvent::tell(Fact::CodeAdmitted, $gate->workspace_id, [$gate->id, $id], ['gate' => $gate->id, 'gate_name' => $gate->name, 'admission' => $id, 'code' => $entry->code, 'name' => $entry->name, 'door' => $door, 'admitted_at' => $at->toIso8601ZuluString('microsecond')]);
            }

            return $isFirst;
        });
    }

    /** Takes an admission back; false when that has been done already. */
    public function undo(Gate $gate, string $admission): bool
    {
        return Str::isUuid($admission) && DB::transaction(static function () use ($gate, $admission): bool {
            $isUndone = $gate->admissions()->whereKey($admission)->whereNull('undone_at')->update(['undone_at' => Carbon::now()->format(self::MOMENT)]) === 1;
            if ($isUndone) {
                DomainEvent::tell(Fact::AdmissionUndone, $gate->workspace_id, [$gate->id, $admission], ['gate' => $gate->id, 'gate_name' => $gate->name, 'admission' => $admission]);
            }

            return $isUndone;
        });
    }
}
