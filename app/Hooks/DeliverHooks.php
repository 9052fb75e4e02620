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

    /** Seconds of one run, well within what a worker is given; the next begins at once where there is more. */
    private const RUN = 30;

    /** Seconds after which the worker is ended: a run and its last delivery. */
    public int $timeout = 55;

    /** Seconds before the second try, the third and so on, before chance moves them. */
    private const WAITS = [10, 30, 120, 600, 1800, 7200, 21600];

    /** Tries in a row that fail before a hook is paused. */
    public const PATIENCE = 20;

    public function handle(Courier $courier): void
    {
        $end = microtime(true) + self::RUN;
        // One that does not answer keeps the others waiting once in a run, not with all that it is owed.
        $failing = [];
        while (($delivery = self::take($failing)) !== null) {
            $hook = Hook::query()->find($delivery->hookId);
            $result = $hook === null ? null : $courier->send($hook, $delivery);
            if ($hook !== null && $result !== null) {
                $this->settle($hook, $delivery, $result);
                $failing = $result->isTaken() ? $failing : [...$failing, $hook->id];
            }
            if (microtime(true) > $end) {
                self::dispatch();

                return;
            }
        }
    }

    /**
     * The next that is due, held for as long as one delivery can take; null when there is none.
     *
     * @param  list<string>  $without  hooks that failed in this run
     */
    private static function take(array $without): ?HeldDelivery
    {
        $row = DB::selectOne("
            UPDATE hook_deliveries d SET held_until = now() + interval '60 seconds', tries = tries + 1
            WHERE d.id = (
                SELECT x.id FROM hook_deliveries x JOIN hooks h ON h.id = x.hook_id
                WHERE x.state = 'due' AND x.due_at <= now() AND (x.held_until IS NULL OR x.held_until < now()) AND (h.paused_at IS NULL OR x.type = 'test')
                    AND NOT (x.hook_id = ANY(string_to_array(?, ',')::uuid[]))
                ORDER BY x.due_at, x.event_id LIMIT 1 FOR UPDATE OF x SKIP LOCKED
            ) RETURNING d.id, d.hook_id, d.event_id, d.type, d.body, d.tries", [implode(',', $without)]);

        return is_object($row) ? HeldDelivery::of($row) : null;
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
