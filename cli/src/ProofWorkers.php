<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Proof\ProofBench;
use KeenGlyph\Core\Proof\ProofCell;
use KeenGlyph\Core\Proof\ProofPlan;
use RuntimeException;
use Symfony\Component\Console\Output\OutputInterface;

/** Shares the cells of a proof among processes of this same command. */
final class ProofWorkers
{
    /**
     * @param  list<string>  $words  of the command line, without the program's name
     * @return list<ProofCell> in the plan's order
     */
    public static function share(ProofPlan $plan, array $words, int $workers): array
    {
        $running = [];
        foreach (range(0, $workers - 1) as $i) {
            $process = proc_open([dirname(__DIR__, 2).'/bin/glyph', ...$words, '--workers', '1', '--part', "$i/$workers"], [['file', '/dev/null', 'r'], ['pipe', 'w'], STDERR], $pipes);
            if (! is_resource($process)) {
                throw new RuntimeException('A process for the proof could not be started.');
            }
            $running[] = [$process, $pipes[1]];
        }
        $cells = [];
        foreach ($running as $i => [$process, $pipe]) {
            $said = (string) stream_get_contents($pipe);
            fclose($pipe);
            if (proc_close($process) !== 0) {
                throw new RuntimeException('A process of the proof ended early.');
            }
            foreach (explode("\n", trim($said)) as $k => $line) {
                $cells[$i + $k * $workers] = self::cell($plan, $i + $k * $workers, $line);
            }
        }
        ksort($cells);

        return array_values($cells);
    }

    /** @param  string  $part  which of how many, as 0/2 */
    public static function work(ProofBench $bench, ProofPlan $plan, string $part, OutputInterface $output): void
    {
        if (preg_match('/^(\d{1,2})\/([1-9]\d?)$/D', $part, $match) !== 1) {
            throw new UsageError('--part is for processes of a proof: 0/2 is the first half.');
        }
        foreach ($plan->pairs() as $i => $pair) {
            if ($i % (int) $match[2] === (int) $match[1]) {
                $cell = $bench->cell($pair[0], $pair[1], $plan->need(...$pair));
                $output->writeln(json_encode($cell->found(), JSON_THROW_ON_ERROR | JSON_PRESERVE_ZERO_FRACTION), OutputInterface::OUTPUT_RAW);
            }
        }
    }

    private static function cell(ProofPlan $plan, int $i, string $line): ProofCell
    {
        [$device, $condition] = $plan->pairs()[$i];

        return ProofCell::again($device, $condition, $plan->need($device, $condition), (array) json_decode($line, true, 4, JSON_THROW_ON_ERROR));
    }
}
