<?php

declare(strict_types=1);

namespace App\Runs;

use App\Models\Run;
use Illuminate\Support\Facades\DB;

/** Rows of a run with what came of them, in the table's order. */
final class RunItems
{
    private const STATES = ['waiting' => 0, 'made' => 1, 'failed' => 2];

    /** @return array{data: list<array<string, mixed>>, next: ?int} */
    public function of(Run $run, ?string $state, int $after, int $limit): array
    {
        $query = DB::table('run_items')->where('run_id', $run->id)->where('row', '>', $after)->orderBy('row')->limit($limit + 1);
        $rows = ($state === null ? $query : $query->where('state', self::STATES[$state]))->get(['row', 'cells', 'name', 'state', 'text', 'symbol', 'sha256', 'searched', 'problem']);
        $page = $rows->take($limit);
        $names = array_flip(self::STATES);

        return [
            'data' => array_values($page->map(static function (object $row) use ($run, $names): array {
                $row = (array) $row;
                $cells = json_decode((string) $row['cells'], true);

                return ['row' => (int) $row['row'], 'cells' => (object) array_combine($run->columns, is_array($cells) ? $cells : []), 'name' => (string) $row['name'], 'state' => $names[(int) $row['state']], 'text' => (string) $row['text'], 'symbol' => $row['symbol'], 'sha256' => $row['sha256'], 'searched' => (bool) $row['searched'], 'problem' => $row['problem']];
            })->all()),
            'next' => $rows->count() > $limit ? (int) ((array) $page->last())['row'] : null,
        ];
    }
}
