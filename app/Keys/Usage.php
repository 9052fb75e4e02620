<?php

declare(strict_types=1);

namespace App\Keys;

use App\Models\Key;
use App\Models\Workspace;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** What a workspace's keys were used for in a month, by key and day, and what was not let through. */
final readonly class Usage
{
    public function __construct(private Meter $meter)
    {
    }

    /** @return array<string, mixed> */
    public function of(Workspace $workspace, Carbon $month): array
    {
        $keys = $workspace->keys()->orderBy('id')->get();
        $from = $month->copy()->startOfMonth();
        $to = $from->copy()->addMonthNoOverflow();
        $ids = $keys->modelKeys();
        $days = DB::table('key_days')->whereIn('key_id', $ids)->whereBetween('day', [$from->format('Y-m-d'), $to->copy()->subDay()->format('Y-m-d')])->orderBy('day')->orderBy('key_id')->orderBy('what')->get();
        $isNow = $from->equalTo(now('UTC')->startOfMonth());

        return [
            'month' => $from->format('Y-m'),
            'resets_at' => $to->toIso8601ZuluString(),
            'keys' => $keys->map(function (Key $key) use ($days, $isNow): array {
                $used = (int) $days->where('key_id', $key->id)->sum('calls');
                $now = $isNow ? $this->meter->look($key) : null;

                return [
                    'key' => $key->id,
                    'used' => $now === null ? $used : $now->used,
                    'quota' => $key->quota,
                    'left' => $now?->left(),
                    'in_hand' => $now === null ? null : max(0, (int) floor($now->inHand)),
                ];
            })->all(),
            'days' => $days->map(static fn (object $row): array => ['key' => $row->key_id, 'day' => $row->day, 'what' => $row->what, 'calls' => $row->calls])->all(),
            'refusals' => DB::table('key_refusals')->whereIn('key_id', $ids)->where('month', $from->format('Y-m-d'))->orderByDesc('calls')->limit(500)->get()
                ->map(static fn (object $row): array => ['key' => $row->key_id, 'why' => $row->why, 'origin' => $row->origin === '' ? null : $row->origin, 'calls' => $row->calls, 'last_at' => Carbon::parse($row->last_at)->toIso8601ZuluString()])->all(),
        ];
    }
}
