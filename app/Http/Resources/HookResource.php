<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Hook;
use Illuminate\Support\Carbon;

/** A hook and its deliveries as the API states them. */
final class HookResource
{
    /** @return array<string, mixed> */
    public static function of(Hook $hook): array
    {
        return [
            'id' => $hook->id,
            'name' => $hook->name,
            'url' => $hook->url,
            'events' => $hook->events,
            'failures' => $hook->failures,
            'paused_at' => $hook->paused_at?->toIso8601ZuluString(),
            'paused_because' => $hook->paused_because,
            'signing_until' => $hook->signing > 1 && $hook->signing_until?->isFuture() ? $hook->signing_until->toIso8601ZuluString() : null,
            'created_at' => $hook->created_at->toIso8601ZuluString(),
        ];
    }

    /** @return array<string, mixed> */
    public static function delivery(object $row): array
    {
        $row = (array) $row;
        $moment = static fn (string $name): ?string => is_string($row[$name] ?? null) ? Carbon::parse($row[$name])->toIso8601ZuluString('microsecond') : null;

        return [
            ...array_intersect_key($row, array_flip(['id', 'event_id', 'type', 'state', 'tries', 'status', 'ms', 'body', 'answer'])),
            'created_at' => $moment('created_at'),
            'due_at' => ($row['state'] ?? null) === 'due' ? $moment('due_at') : null,
            'done_at' => $moment('done_at'),
        ];
    }
}
