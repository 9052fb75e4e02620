<?php

declare(strict_types=1);

namespace App\Runs;

use App\Actions\SaveGlyph;
use App\Models\Run;
use App\Waypoints\SaveWaypoint;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\DB;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\RowDrawer;
use League\Flysystem\FilesystemException;
use Throwable;

/**
 * Some rows of a run. Rows are taken by locking them, and each few are kept together: a worker that is killed repeats a
 * few at most, whose files come out the same, and loses none.
 */
final class DrawChunk implements ShouldQueue
{
    use Queueable;

    /** Seconds of one job; what is left is queued again behind others' runs. */
    private const RUN = 6.0;

    /** Rows that are kept together, and seconds after which those done are. */
    private const TOGETHER = 20;

    private const KEPT_AFTER = 4.0;

    public int $timeout = 75;

    public function __construct(public readonly string $run)
    {
        $this->onConnection('proofs')->onQueue('runs');
    }

    public function handle(SaveWaypoint $waypoints, SaveGlyph $glyphs): void
    {
        $run = Run::query()->with('workspace')->find($this->run);
        if ($run === null || ! in_array($run->state, ['queued', 'running'], true)) {
            return;
        }
        DB::update("UPDATE runs SET state = 'running', started_at = COALESCE(started_at, now()) WHERE id = ? AND state = 'queued'", [$run->id]);
        $drawer = new RowDrawer($run->recipe(), $run->workspace->payloadContext());
        $keep = new KeepRow($run, $waypoints, $glyphs);
        $end = microtime(true) + self::RUN;
        do {
            if (! DB::table('runs')->where('id', $run->id)->where('state', 'running')->exists()) {
                return;
            }
            $done = DB::transaction(fn (): int => $this->some($run, $drawer, $keep));
        } while ($done > 0 && microtime(true) < $end);
        $left = DB::table('run_items')->where(['run_id' => $run->id, 'state' => 0])->exists();
        $left ? self::dispatch($this->run) : FinishRun::dispatch($this->run);
    }

    /**
     * A store that is away for a while is waited for.
     *
     * @return list<int> seconds before each next try
     */
    public function backoff(): array
    {
        return [1, 2, 5, 10, 20, 30];
    }

    /** Called by the queue when it gives the rows up. */
    public function failed(?Throwable $why): void
    {
        DB::update("UPDATE runs SET state = 'failed', trouble = ?, finished_at = now() WHERE id = ? AND state IN ('queued', 'running')", [$why instanceof FilesystemException ? 'What is made could not be stored: is there room, and does the store answer? What was made is kept; resume it.' : 'It could not be carried on on this machine. What was made is kept; resume it.', $this->run]);
    }

    /**
     * @param  array<string, string>  $values
     * @return array<string, mixed> what is written of the row
     *
     * @throws InvalidRun
     */
    private function drawn(Run $run, RowDrawer $drawer, KeepRow $keep, array $values, int $row, string $name): array
    {
        $says = null;
        if ($run->keep()->waypoints) {
            $meant = $drawer->check($values, $row);
            $says = $meant['problem'] === null ? $keep->shortened($meant['text'], $name) : throw new InvalidRun($meant['problem']);
        }
        $drawn = $drawer->draw($values, $row, $says);
        $glyph = $keep->glyph($drawn, $name);
        RunStore::disk()->put($run->folder()."/pictures/$row", $drawn->picture);

        return ['state' => 1, 'text' => str_replace("\0", '', mb_scrub($drawn->text, 'UTF-8')), 'symbol' => $drawn->symbol, 'sha256' => hash('sha256', $drawn->picture), 'searched' => $drawn->wasSearched, 'glyph_id' => $glyph];
    }

    /** @return int rows that were done */
    private function some(Run $run, RowDrawer $drawer, KeepRow $keep): int
    {
        $items = DB::select('SELECT row, cells, name FROM run_items WHERE run_id = ? AND state = 0 ORDER BY row LIMIT ? FOR UPDATE SKIP LOCKED', [$run->id, self::TOGETHER]);
        $end = microtime(true) + self::KEPT_AFTER;
        $done = 0;
        foreach ($items as $item) {
            if ($done > 0 && microtime(true) > $end) {
                break;
            }
            $done++;
            $cells = json_decode((string) $item->cells, true);
            $values = array_combine($run->columns, array_map(static fn (mixed $cell): string => is_string($cell) ? $cell : '', is_array($cells) ? $cells : []));
            try {
                // A row that is set aside leaves no short address and no glyph behind.
                $found = $run->keep === null ? $this->drawn($run, $drawer, $keep, $values, (int) $item->row, (string) $item->name) : DB::transaction(fn (): array => $this->drawn($run, $drawer, $keep, $values, (int) $item->row, (string) $item->name));
            } catch (InvalidRun $e) {
                $found = ['state' => 2, 'problem' => mb_substr(mb_scrub($e->getMessage(), 'UTF-8'), 0, 500)];
            }
            DB::table('run_items')->where(['run_id' => $run->id, 'row' => $item->row])->update($found);
        }

        return $done;
    }
}
