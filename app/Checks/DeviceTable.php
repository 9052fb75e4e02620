<?php

declare(strict_types=1);

namespace App\Checks;

use App\Models\FieldResult;
use Illuminate\Support\Collection;

/** Results by device: how many read it, and how quickly. */
final class DeviceTable
{
    /**
     * @param  Collection<int, FieldResult>  $results  that were sent, the newest first
     * @return list<array{device: string, results: int, read: int, share: float, ms: ?float, last: string}>
     */
    public static function of(Collection $results): array
    {
        $rows = [];
        foreach ($results->groupBy(static fn (FieldResult $result): string => mb_strtolower((string) $result->device)) as $own) {
            $read = $own->where('outcome', 'read');
            $first = $own->first();
            $rows[] = [
                'device' => (string) $first?->device, 'results' => $own->count(), 'read' => $read->count(), 'share' => round($read->count() / $own->count(), 3),
                'ms' => ($ms = $read->whereNotNull('ms')->median('ms')) === null ? null : round((float) $ms, 1), 'last' => (string) $first?->sent_at?->toIso8601ZuluString(),
            ];
        }
        usort($rows, static fn (array $a, array $b): int => [$a['share'], -$a['results'], $a['device']] <=> [$b['share'], -$b['results'], $b['device']]);

        return $rows;
    }
}
