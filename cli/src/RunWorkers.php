<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Image\PictureNotMade;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Run\RowDrawer;
use KeenGlyph\Core\Run\Spool;
use KeenGlyph\Core\Run\Table;
use RuntimeException;
use Symfony\Component\Console\Output\OutputInterface;

/**
 * Shares the rows of a run among processes of this same command; each writes its own files and a line for each row.
 *
 * @phpstan-type Outcome array{row: int, text: string, name: string, file: ?string, sha256: ?string, symbol: ?string, version: ?int, searched: bool, problem: ?string}
 */
final class RunWorkers
{
    /** Rows between two words of how far it has come. */
    private const PACE = 50;

    /**
     * @return Spool<Outcome> by row
     *
     * @throws UsageError when a process ended early
     */
    public static function share(Recipe $recipe, Table $table, string $folder, int $workers, Report $report): Spool
    {
        $words = array_slice((array) ($_SERVER['argv'] ?? []), 1);
        /** @var array<int, array{resource, resource, string}> $running */
        $running = [];
        for ($i = 0; $i < $workers; $i++) {
            $process = proc_open(array_values([dirname(__DIR__, 2).'/bin/glyph', ...array_map(static fn (mixed $word): string => is_string($word) ? $word : '', $words), '--out', $folder, '--format', $recipe->format->value, '--part', "$i/$workers"]), [['file', '/dev/null', 'r'], ['pipe', 'w'], STDERR], $pipes);
            if (! is_resource($process)) {
                throw new RuntimeException('A process of the run could not be started.');
            }
            stream_set_blocking($pipes[1], false);
            $running[$i] = [$process, $pipes[1], ''];
        }
        $isDone = false;
        try {
            $rows = self::gather($running, count($table->rows), $report);
            $isDone = true;
        } finally {
            foreach ($running as [$process]) {
                proc_terminate($process);
                proc_close($process);
            }
            // What they were writing when they were ended.
            foreach ($isDone || $folder === '' ? [] : RunCommand::names($recipe, $table) as $name) {
                @unlink("$folder/$name.{$recipe->format->value}.part");
            }
        }

        return $rows;
    }

    /**
     * @param  array<int, array{resource, resource, string}>  $running  process, its lines, and the beginning of one; those that ended go
     * @return Spool<Outcome> by row
     *
     * @throws UsageError when a process ended early
     */
    private static function gather(array &$running, int $all, Report $report): Spool
    {
        /** @var Spool<Outcome> $rows */
        $rows = new Spool;
        $begun = microtime(true);
        while (count($running) > 0) {
            $ready = array_column($running, 1);
            $none = null;
            // A signal ends the wait, not the run.
            @stream_select($ready, $none, $none, 1);
            foreach ($running as $i => [$process, $pipe, $rest]) {
                $rest .= (string) stream_get_contents($pipe);
                while (($end = strpos($rest, "\n")) !== false) {
                    /** @var Outcome $row */
                    $row = json_decode(substr($rest, 0, $end), true, 4, JSON_THROW_ON_ERROR);
                    $rows->put($row['row'], $row);
                    $rest = substr($rest, $end + 1);
                    self::progress(count($rows), $all, $begun, $report);
                }
                $running[$i][2] = $rest;
                if (feof($pipe)) {
                    fclose($pipe);
                    unset($running[$i]);
                    if (proc_close($process) !== 0) {
                        throw new UsageError(count($rows)." of {$all} rows were made when a process of the run ended early, perhaps for want of room or memory. What was written is whole; run it again.");
                    }
                }
            }
        }

        return $rows;
    }

    /** The rows of one process, of a part such as 0/2: the first of two. */
    public static function work(RowDrawer $drawer, Recipe $recipe, Table $table, Arguments $arguments, OutputInterface $output): void
    {
        [$part, $folder] = [(string) $arguments->get('part'), (string) $arguments->get('out')];
        if (preg_match('/^(\d{1,2})\/([1-9]\d?)$/D', $part, $match) !== 1) {
            throw new UsageError('--part is for processes of a run: 0/2 is the first half.');
        }
        $i = 0;
        foreach (RunCommand::names($recipe, $table) as $number => $name) {
            if ($i++ % (int) $match[2] !== (int) $match[1]) {
                continue;
            }
            $line = ['row' => $number, 'text' => '', 'name' => $name, 'file' => null, 'sha256' => null, 'symbol' => null, 'version' => null, 'searched' => false, 'problem' => null];
            if ($arguments->has('check')) {
                $found = $drawer->check($table->row($number), $number);
                $output->writeln(json_encode([...$line, 'text' => $found['text'], 'version' => $found['version'], 'problem' => $found['problem']], JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), OutputInterface::OUTPUT_RAW);

                continue;
            }
            try {
                $drawn = $drawer->draw($table->row($number), $number);
                $file = "$name.{$recipe->format->value}";
                if ($folder !== '') {
                    Files::write("$folder/$file", $drawn->picture);
                }
                $line = [...$line, 'text' => $drawn->text, 'file' => $file, 'sha256' => hash('sha256', $drawn->picture), 'symbol' => $drawn->symbol, 'searched' => $drawn->wasSearched];
            } catch (InvalidRun|PictureNotMade $e) {
                $line['problem'] = $e->getMessage();
            }
            $output->writeln(json_encode($line, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE), OutputInterface::OUTPUT_RAW);
        }
    }

    private static function progress(int $done, int $all, float $begun, Report $report): void
    {
        if ($done % self::PACE === 0 && function_exists('posix_isatty') && posix_isatty(STDERR)) {
            $rate = $done / max(0.01, microtime(true) - $begun);
            $report->errors()->write(sprintf("\r%d of %d, %.0f a second, %d s left   ", $done, $all, $rate, (int) (($all - $done) / max(0.1, $rate))));
        }
    }
}
