<?php

declare(strict_types=1);

namespace App\Proofs;

use App\Http\Resources\ProofResource;
use App\Models\Proof;
use KeenGlyph\Core\Proof\ProofCell;

/**
 * A proof's cells as server-sent events while they are found. A stream ends after a while; the browser opens the next one
 * by itself, which begins with all that is known.
 */
final class ProofEvents
{
    /** Seconds of one stream: its worker is free again then. */
    private const SECONDS = 25;

    /** Microseconds between two looks. */
    private const PACE = 300_000;

    /** Milliseconds after which the browser comes again. */
    private const AGAIN = 500;

    public function send(Proof $proof): void
    {
        $plan = KeptPlan::of($proof);
        $end = microtime(true) + self::SECONDS;
        $told = [];
        echo 'retry: '.self::AGAIN."\n\n";
        while (true) {
            $proof->refresh();
            $cells = [];
            foreach (KeptPlan::cells($proof, $plan) as $cell) {
                $cells["{$cell->device->id} {$cell->condition->value}"] = $cell;
            }
            $new = array_diff_key($cells, $told);
            if ($new !== []) {
                $this->tell('cells', ['done' => count($cells), 'total' => $proof->total, 'cells' => array_map(static fn (ProofCell $cell): array => $cell->toArray(), array_values($new))]);
                $told = $cells;
            }
            if (! $proof->isOpen()) {
                $this->tell('end', ProofResource::summary($proof, count($cells)));

                return;
            }
            if (microtime(true) > $end || connection_aborted() === 1) {
                return;
            }
            usleep(self::PACE);
        }
    }

    /** @param  array<string, mixed>  $data */
    private function tell(string $event, array $data): void
    {
        echo "event: $event\ndata: ".json_encode($data, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES)."\n\n";
        if (ob_get_level() > 0) {
            ob_flush();
        }
        flush();
    }
}
