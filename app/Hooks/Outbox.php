<?php

declare(strict_types=1);

namespace App\Hooks;

use App\Events\DomainEvent;
use App\Models\Hook;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * Writes down what hooks have to be told, in the transaction in which it happened: what was rolled back is never told,
 * and what was kept is told however soon afterwards the machine goes down.
 */
final class Outbox
{
    public static function put(DomainEvent $event): void
    {
        $type = HookEvent::of($event->fact);
        if ($type === null) {
            return;
        }
        $id = Str::uuid7()->toString();
        $body = self::body($id, $type, $event->at->toIso8601ZuluString('microsecond'), $event->workspaceId, $event->data === [] ? ['subjects' => $event->subjects] : $event->data);
        $told = DB::affectingStatement(
            'INSERT INTO hook_deliveries (id, hook_id, event_id, type, body, due_at, created_at)
             SELECT gen_random_uuid(), h.id, ?, ?, ?, now(), now() FROM hooks h WHERE h.workspace_id = ? AND h.paused_at IS NULL AND h.events @> to_jsonb(?::text)',
            [$id, $type->value, $body, $event->workspaceId, $type->value],
        );
        if ($told > 0) {
            self::wake();
        }
    }

    /** One delivery to one hook, to try it or to tell it once more. */
    public static function putFor(Hook $hook, HookEvent $type, ?string $body = null, ?string $eventId = null): string
    {
        $id = Str::uuid7()->toString();
        $eventId ??= Str::uuid7()->toString();
        DB::table('hook_deliveries')->insert([
            'id' => $id, 'hook_id' => $hook->id, 'event_id' => $eventId, 'type' => $type->value,
            // By the database's clock, which also says what is due.
            'body' => $body ?? self::body($eventId, $type, now()->toIso8601ZuluString('microsecond'), $hook->workspace_id, ['message' => 'This is how Keen Glyph tells you something.']),
            'due_at' => DB::raw('now()'), 'created_at' => DB::raw('now()'),
        ]);
        self::wake();

        return $id;
    }

    private static function wake(): void
    {
        // Lost with the process that would have sent it, it is made up for by the next look that the clock gives.
        DeliverHooks::dispatch()->afterCommit();
    }

    /** @param  array<string, mixed>  $data */
    private static function body(string $id, HookEvent $type, string $at, string $workspace, array $data): string
    {
        return json_encode(['id' => $id, 'type' => $type->value, 'at' => $at, 'workspace' => $workspace, 'data' => $data], JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE);
    }
}
