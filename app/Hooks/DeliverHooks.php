<?php

declare(strict_types=1);

namespace App\Hooks;

use App\Models\Hook;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\DB;

/**
 * Tells hooks what is due. Each delivery is held while it is under way; a worker that is killed lets go of it after a
 * minute, and it is told again under the same event's name: at least once, and known as the same.
 */
final class DeliverHooks implements ShouldQueue
{
    use Queueable;

    /** Deliveries of one run; the next begins at once where there are more. */
    private const RUN = 25;

    /** Seconds before the second try, the third and so on, before chance moves them. */
    private const WAITS = [10, 30, 120, 600, 1800, 7200, 21600];

    /** Tries in a row that fail before a hook is paused. */
    public const PATIENCE = 20;

    public function handle(Courier $courier): void
    {
        $held = DB::select("
            UPDATE hook_deliveries d SET held_until = now() + interval '60 seconds', tries = tries + 1
            WHERE d.id IN (
                SELECT x.id FROM hook_deliveries x JOIN hooks h ON h.id = x.hook_id
                WHERE x.state = 'due' AND x.due_at <= now() AND (x.held_until IS NULL OR x.held_until < now()) AND (h.paused_at IS NULL OR x.type = 'test')
                ORDER BY x.due_at, x.event_id LIMIT ? FOR UPDATE OF x SKIP LOCKED
            ) RETURNING d.id, d.hook_id, d.event_id, d.type, d.body, d.tries", [self::RUN]);
        $deliveries = array_map(HeldDelivery::of(...), $held);
        // In the order in which it happened, as far as one run goes.
        usort($deliveries, static fn (HeldDelivery $a, HeldDelivery $b): int => $a->eventId <=> $b->eventId);
        foreach ($deliveries as $delivery) {
            $hook = Hook::query()->find($delivery->hookId);
            if ($hook !== null) {
                $this->settle($hook, $delivery, $courier->send($hook, $delivery));
            }
        }
        if (count($held) === self::RUN) {
            self::dispatch();
        }
    }

    private function settle(Hook $hook, HeldDelivery $row, Delivery $result): void
    {
        $isLast = $row->tries > count(self::WAITS) || $row->type === HookEvent::Test->value;
        $wait = self::WAITS[min($row->tries, count(self::WAITS)) - 1];
        DB::table('hook_deliveries')->where('id', $row->id)->update([
            'state' => $result->isTaken() ? 'delivered' : ($isLast ? 'failed' : 'due'),
            'held_until' => null,
            // Moved by chance, so that what failed together does not come again together.
            'due_at' => now()->addMilliseconds((int) ($wait * random_int(800, 1200))),
            'status' => $result->status,
            'ms' => $result->ms,
            'answer' => $result->answer,
            'done_at' => $result->isTaken() || $isLast ? now() : null,
        ]);
        if ($result->isTaken()) {
            Hook::query()->whereKey($hook->id)->where('failures', '>', 0)->update(['failures' => 0]);

            return;
        }
        if ($row->type !== HookEvent::Test->value) {
            DB::update('UPDATE hooks SET failures = failures + 1,
                paused_at = CASE WHEN failures + 1 >= ? AND paused_at IS NULL THEN now() ELSE paused_at END,
                paused_because = CASE WHEN failures + 1 >= ? AND paused_at IS NULL THEN ? ELSE paused_because END WHERE id = ?', [
                self::PATIENCE, self::PATIENCE, 'It failed '.self::PATIENCE.' times in a row, at last with '.($result->status ?? 'no answer').'.', $hook->id,
            ]);
        }
    }
}
