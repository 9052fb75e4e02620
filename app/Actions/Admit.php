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

/** Lets a code in once, or as often as the gate says. The database decides which of two doors was first. */
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
            $turn = self::free($gate, $entry);
            $admitted = $turn !== null && self::insert($gate, $entry, $id, $door, $turn);
            $standing = $admitted ? GateAdmission::query()->findOrFail($id) : $entry->standing()->first();
            // Another door may have taken this turn meanwhile, or an undo may have made one free.
            if ($admitted || ($turn === null && $standing !== null) || $try > $gate->times + 2) {
                return ['verdict' => $admitted ? 'admitted' : 'used', 'entry' => $entry, 'admission' => $standing];
            }
        }
    }

    /** The first turn that nobody has taken; null when all are. */
    private static function free(Gate $gate, GateEntry $entry): ?int
    {
        /** @var list<int> $taken */
        $taken = GateAdmission::query()->where('gate_entry_id', $entry->id)->whereNull('undone_at')->pluck('turn')->all();
        for ($turn = 1; $turn <= $gate->times; $turn++) {
            if (! in_array($turn, $taken, true)) {
                return $turn;
            }
        }

        return null;
    }

    /** Whether this one was the first; then it is told, or neither. */
    private static function insert(Gate $gate, GateEntry $entry, string $id, string $door, int $turn): bool
    {
        return DB::transaction(static function () use ($gate, $entry, $id, $door, $turn): bool {
            $at = Carbon::now();
            $isFirst = GateAdmission::query()->insertOrIgnore(['id' => $id, 'gate_id' => $gate->id, 'gate_entry_id' => $entry->id, 'turn' => $turn, 'door' => $door, 'admitted_at' => $at->format(self::MOMENT)]) === 1;
            if ($isFirst) {
                DomainEvent::tell(Fact::CodeAdmitted, $gate->workspace_id, [$gate->id, $id], ['gate' => $gate->id, 'gate_name' => $gate->name, 'admission' => $id, 'code' => $entry->code, 'name' => $entry->name, 'door' => $door, 'turn' => $turn, 'admitted_at' => $at->toIso8601ZuluString('microsecond')]);
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
