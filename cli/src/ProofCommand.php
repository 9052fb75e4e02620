<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Compose\RefusedPayload;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Proof\ProofBench;
use KeenGlyph\Core\Proof\ProofCell;
use KeenGlyph\Core\Proof\ProofResult;
use KeenGlyph\Core\Proof\Verdict;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** Simulated devices look at a label until they fail; the exit status says whether what was required holds. */
#[AsCommand('proof', 'How far devices go on reading a label, and whether that is enough')]
final class ProofCommand extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('file', InputArgument::IS_ARRAY, 'A drawing; without one the label is composed as by make')
            ->addOption('module-mm', null, InputOption::VALUE_REQUIRED, 'Millimetres a module of the drawing in the file')
            ->addOption('text', null, InputOption::VALUE_REQUIRED, 'What the symbol says')
            ->addOption('symbology', null, InputOption::VALUE_REQUIRED, 'qr or microqr', 'qr')
            ->addOption('mirrored', null, InputOption::VALUE_NONE, 'Looked at from behind, as through the pane that it is printed on')
            ->addOption('bytes-file', null, InputOption::VALUE_REQUIRED, 'What it says, from a file')
            ->addOption('title', null, InputOption::VALUE_REQUIRED, 'What is read out in place of the picture');
        Fields::describe($this);
        SymbolOptions::describe($this);
        FinishOptions::describe($this);
        ProofOptions::describe($this);
        $this
            ->addOption('seed', null, InputOption::VALUE_REQUIRED, 'Decides directions, places and noise: the same seed gives the same figures', '1')
            ->addOption('json', null, InputOption::VALUE_NONE, 'All of it as JSON')
            ->addOption('junit', null, InputOption::VALUE_REQUIRED, 'A report for build servers, as JUnit’s XML, in this file')
            ->addOption('workers', null, InputOption::VALUE_REQUIRED, 'Processes that share the work', '2')
            ->addOption('part', null, InputOption::VALUE_REQUIRED, 'For those processes: every which cell');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        $files = $arguments->words('file');
        if (count($files) > 1) {
            throw new UsageError('Proof one drawing at a time.');
        }
        try {
            $subject = LabelInput::of($arguments, $files[0] ?? null);
        } catch (RefusedPayload $e) {
            $report->problems($e->payload->errors());

            return 1;
        } catch (InvalidSymbol|InvalidFinish $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
        $seed = $arguments->integer('seed') ?? 1;
        $workers = $arguments->integer('workers') ?? 2;
        if ($seed < 0 || $seed > 1_000_000 || $workers < 1 || $workers > 64) {
            throw new UsageError($workers < 1 || $workers > 64 ? '--workers is 1 to 64.' : '--seed is 0 to 1000000.');
        }
        $plan = ProofOptions::plan($arguments);
        $bench = new ProofBench($subject->label, $subject->text, $seed);
        if ($arguments->has('part')) {
            ProofWorkers::work($bench, $plan, (string) $arguments->get('part'), $output);

            return 0;
        }
        $start = hrtime(true);
        $cells = $workers > 1 && count($plan->pairs()) >= 2 * $workers && $input instanceof Words
            ? ProofWorkers::share($plan, $input->words(), $workers)
            : array_map(static fn (array $pair): ProofCell => $bench->cell($pair[0], $pair[1], $plan->need(...$pair)), $plan->pairs());
        $result = new ProofResult($plan, $cells, $bench->grade());
        if ($arguments->has('json')) {
            $report->json(['subject' => ['name' => $subject->name, 'modules' => $subject->label->modules, 'module_mm' => round($subject->label->moduleMm, 4), 'symbol_mm' => round($subject->label->symbolMm(), 2)], 'seed' => $seed, ...$result->toArray()]);
        } else {
            self::tell($result, $subject, $report, (hrtime(true) - $start) / 1e9);
        }
        if ($arguments->has('junit')) {
            JunitReport::write((string) $arguments->get('junit'), 'glyph proof', self::cases($result));
        }

        return $result->isMet() ? 0 : 1;
    }

    private static function tell(ProofResult $result, LabelInput $subject, Report $report, float $seconds): void
    {
        $tally = $result->tally();
        $report->line(sprintf('%s, %.1f mm across, module %.3f mm: %d hold, %d marginal, %d fail (%.1f s)', $subject->name, $subject->label->symbolMm(), $subject->label->moduleMm, $tally['holds'], $tally['marginal'], $tally['fails'], $seconds));
        if ($result->grade !== null) {
            $report->line(sprintf('Grade of the drawing: %s (%.1f)', $result->grade->letter()->value, $result->grade->overall()));
        }
        // A device that reads nothing says the same of every condition.
        $said = [];
        foreach ($result->cells as $cell) {
            if ($cell->verdict() !== Verdict::Holds && ! isset($said[$cell->words()])) {
                $said[$cell->words()] = true;
                $report->verdict($cell->verdict()->value, $cell->words());
            }
        }
        foreach ($result->requirements() as $one) {
            $report->verdict($one['met'] ? 'holds' : 'fails', "required {$one['require']}: {$one['message']}");
        }
    }

    /** @return list<array{name: string, seconds: float, failure: ?string}> */
    private static function cases(ProofResult $result): array
    {
        if ($result->plan->requirements !== []) {
            return array_map(static fn (array $one): array => ['name' => $one['require'], 'seconds' => 0.0, 'failure' => $one['met'] ? null : $one['message']], $result->requirements());
        }

        return array_map(static fn (ProofCell $cell): array => ['name' => "{$cell->device->id}.{$cell->condition->value}", 'seconds' => 0.0, 'failure' => $cell->verdict() === Verdict::Fails ? $cell->words() : null], $result->cells);
    }
}
