<?php

declare(strict_types=1);

namespace App\Runs;

use App\Actions\SaveGate;
use App\Events\DomainEvent;
use App\Events\Fact;
use App\Models\Run;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\DB;
use KeenGlyph\Core\Gs1\RetailNumber;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\Manifest;
use KeenGlyph\Core\Run\RowDrawer;
use KeenGlyph\Core\Run\SheetBuilder;
use KeenGlyph\Core\Run\ZipWriter;
use RuntimeException;
use Throwable;

/** Puts what a run made into one file, once; a worker that is killed leaves it to the next. */
final class FinishRun implements ShouldQueue
{
    use Queueable;

    public int $timeout = 600;

    public function __construct(public readonly string $run)
    {
        $this->onConnection('proofs')->onQueue('runs');
    }

    public function handle(): void
    {
        $run = Run::query()->with('workspace')->find($this->run);
        // One of them finishes; a second one, and one that a killed worker left behind, find its state.
        if ($run === null || DB::update("UPDATE runs SET state = 'finishing', updated_at = now() WHERE id = ? AND (state = 'running' OR (state = 'finishing' AND updated_at < now() - interval '3 minutes')) AND NOT EXISTS (SELECT FROM run_items WHERE run_id = ? AND state = 0)", [$this->run, $this->run]) !== 1) {
            return;
        }
        [$bytes, $proof] = $run->sheet === null ? [$this->zip($run), null] : $this->sheets($run);
        DB::transaction(static function () use ($run, $bytes, $proof): void {
            $counts = RunCounts::live($run->id);
            if (DB::update("UPDATE runs SET state = 'done', bytes = ?, proof = ?, made = ?, failed = ?, searched = ?, finished_at = now() WHERE id = ? AND state = 'finishing'", [$bytes, $proof === null ? null : json_encode($proof), $counts['made'], $counts['failed'], $counts['searched'], $run->id]) === 1) {
                self::gate($run);
                DomainEvent::tell(Fact::RunFinished, $run->workspace_id, [$run->id], ['run' => $run->id, 'name' => $run->name, 'rows' => $run->total, 'made' => $counts['made'], 'failed' => $counts['failed']]);
            }
        });
    }

    /** What the rows say as a gate's list, with the transaction that says that the run is done. */
    private static function gate(Run $run): void
    {
        $name = $run->keep()->gate;
        if ($name === null) {
            return;
        }
        $rows = [];
        foreach (DB::table('run_items')->where(['run_id' => $run->id, 'state' => 1])->orderBy('row')->lazyById(1000, 'row') as $item) {
            $item = (array) $item;
            // A code that stands twice is one card.
            $rows[RetailNumber::normal((string) $item['text'])] ??= [(string) $item['text'], (string) $item['name']];
        }
        if ($rows !== []) {
            DB::table('runs')->where('id', $run->id)->update(['gate_id' => SaveGate::listed($run->workspace, $name, array_values($rows))->id]);
        }
    }

    public function failed(?Throwable $why): void
    {
        $words = $why instanceof InvalidRun ? $why->getMessage() : 'The file could not be put together: is there room for it? What was made is kept; resume it.';
        DB::update("UPDATE runs SET state = 'failed', trouble = ?, finished_at = now() WHERE id = ? AND state IN ('running', 'finishing')", [mb_substr($words, 0, 300), $this->run]);
    }

    /** @return int bytes */
    private function zip(Run $run): int
    {
        $ending = $run->recipe()->format->value;
        $isPacked = in_array($ending, ['png', 'jpg', 'webp', 'pdf'], true);
        $file = $this->written(function ($stream) use ($run, $ending, $isPacked): void {
            $zip = new ZipWriter($stream);
            foreach ($this->made($run) as $item) {
                $zip->add("{$item['name']}.$ending", RunStore::disk()->get($run->folder()."/pictures/{$item['row']}") ?? throw new RuntimeException('A picture is gone.'), $isPacked);
            }
            $zip->addWritten('manifest.json', fn ($stream) => Manifest::json($this->rows($run, $ending), $stream));
            $zip->addWritten('manifest.csv', fn ($stream) => Manifest::csv($this->besideCells($run, $ending), $run->columns, $stream));
            $zip->finish();
        });
        try {
            return $this->keep($run, $file);
        } finally {
            unlink($file);
        }
    }

    /** @return array{int, array{pages: int, labels: int, read_back: int, checked: bool}} */
    private function sheets(Run $run): array
    {
        $sheet = $run->sheet() ?? throw new RuntimeException('There is no sheet.');
        // A roll's printer has dots of its own, and modules keep to them.
        $drawer = new RowDrawer(is_string($run->sheet) && str_starts_with($run->sheet, 'roll:') ? $run->recipe()->onDots() : $run->recipe(), $run->workspace->payloadContext());
        $sheets = new SheetBuilder($run->name, $sheet, $run->start, $run->recipe()->layout->bleed ?? 0.0);
        foreach ($this->made($run) as $item) {
            $sheets->add($drawer->drawing(array_combine($run->columns, $item['cells']), (int) $item['row'], says: $run->keep()->waypoints ? $item['text'] : null));
        }
        if ($sheets->isEmpty()) {
            throw new InvalidRun('No row could be made, so there is no sheet.');
        }
        $file = $this->written($sheets->write(...));
        try {
            return [$this->keep($run, $file), $sheets->proof($file)];
        } finally {
            unlink($file);
        }
    }

    private function keep(Run $run, string $file): int
    {
        $stream = fopen($file, 'rb') ?: throw new RuntimeException('A temporary file is gone.');
        RunStore::disk()->put($run->result(), $stream) || throw new RuntimeException('The result could not be stored.');

        return (int) filesize($file);
    }

    /** @return iterable<array{row: int, name: string, text: string, cells: list<string>}> in the table's order */
    private function made(Run $run): iterable
    {
        foreach (DB::table('run_items')->where(['run_id' => $run->id, 'state' => 1])->orderBy('row')->lazyById(500, 'row') as $i => $item) {
            // A sign of life: without one for three minutes another worker takes it over.
            (int) $i % 500 === 0 && DB::update('UPDATE runs SET updated_at = now() WHERE id = ?', [$run->id]);
            $item = (array) $item;
            yield ['row' => (int) $item['row'], 'name' => (string) $item['name'], 'text' => (string) $item['text'], 'cells' => self::cells((string) $item['cells'])];
        }
    }

    /** @return iterable<int, array<string, mixed>> what came of each row, in the table's order */
    private function rows(Run $run, string $ending): iterable
    {
        foreach ($this->besideCells($run, $ending) as [$row]) {
            yield $row;
        }
    }

    /** @return iterable<int, array{array<string, mixed>, list<string>}> the same with the row's own cells */
    private function besideCells(Run $run, string $ending): iterable
    {
        foreach (DB::table('run_items')->where('run_id', $run->id)->orderBy('row')->lazyById(500, 'row') as $item) {
            $item = (array) $item;
            yield [
                ['row' => (int) $item['row'], 'text' => $item['text'], 'name' => $item['name'], 'file' => (int) $item['state'] === 1 ? "{$item['name']}.$ending" : null, 'sha256' => $item['sha256'], 'symbol' => $item['symbol'], 'searched' => (bool) $item['searched'], 'problem' => $item['problem']],
                self::cells((string) $item['cells']),
            ];
        }
    }

    /** @return list<string> */
    private static function cells(string $json): array
    {
        $cells = json_decode($json, true);

        return array_values(array_map(static fn (mixed $cell): string => is_string($cell) ? $cell : '', is_array($cells) ? $cells : []));
    }

    /**
     * @param  callable(resource): void  $write
     * @return string a temporary file
     */
    private function written(callable $write): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'run');
        $stream = fopen($file, 'w+b') ?: throw new RuntimeException('A temporary file could not be opened.');
        try {
            $write($stream);
            fclose($stream) || throw new RuntimeException('A temporary file could not be written.');
        } catch (Throwable $why) {
            unlink($file);
            throw $why;
        }

        return $file;
    }
}
