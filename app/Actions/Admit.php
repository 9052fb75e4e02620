<?php

declare(strict_types=1);

namespace App\Actions;

use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Gate;
use App\Models\GateAdmission;
use App\Models\GateEntry;
use Illuminate\Support\Carbon;
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
            $admitted = GateAdmission::query()->insertOrIgnore([
                'id' => $id,
                'gate_id' => $gate->id,
                'gate_entry_id' => $entry->id,
                'door' => $door,
                'admitted_at' => Carbon::now()->format(self::MOMENT),
            ]) === 1;
            $standing = $admitted ? GateAdmission::query()->findOrFail($id) : $entry->standing()->first();
            // Between the two looks it may have been undone: then it is free again.
            if ($standing !== null || $try > 2) {
                if ($admitted && $standing !== null) {
                    DomainEvent::record(Fact::CodeAdmitted, $gate->workspace_id, $gate->id, $standing->id);
                }

                return ['verdict' => $admitted ? 'admitted' : 'used', 'entry' => $entry, 'admission' => $standing];
            }
        }
    }

    /** Takes an admission back; false when that has been done already. */
    public function undo(Gate $gate, string $admission): bool
    {
        $isUndone = Str::isUuid($admission)
            && $gate->admissions()->whereKey($admission)->whereNull('undone_at')->update(['undone_at' => Carbon::now()->format(self::MOMENT)]) === 1;
        if ($isUndone) {
            DomainEvent::record(Fact::AdmissionUndone, $gate->workspace_id, $gate->id, $admission);
        }

        return $isUndone;
    }
}
