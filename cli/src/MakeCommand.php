<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Compose\BarsComposition;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\RefusedPayload;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Image\PictureNotMade;
use KeenGlyph\Core\Linear\InvalidBars;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Payload\Problem;
use KeenGlyph\Core\Proof\LedgerLine;
use KeenGlyph\Core\Report\LinearFacts;
use KeenGlyph\Core\Report\SymbolFacts;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('make', 'Text or fields to pictures and their facts')]
final class MakeCommand extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('rest', InputArgument::IS_ARRAY, 'Nothing: the text goes after --text')
            ->addOption('text', null, InputOption::VALUE_REQUIRED, 'What the symbol says')
            ->addOption('bytes-file', null, InputOption::VALUE_REQUIRED, 'What it says, from a file');
        Fields::describe($this);
        $this->addOption('symbology', null, InputOption::VALUE_REQUIRED, implode(', ', self::symbologies()), 'qr', self::symbologies());
        SymbolOptions::describe($this);
        FinishOptions::describe($this);
        $this
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'The file; its ending is the format: '.implode(', ', array_column(PictureFormat::cases(), 'value')))
            ->addOption('title', null, InputOption::VALUE_REQUIRED, 'What is read out in place of the picture')
            ->addOption('json', null, InputOption::VALUE_NONE, 'What is known about the symbol as JSON')
            ->addOption('matrix', null, InputOption::VALUE_NONE, 'With its modules, row by row')
            ->addOption('ledger', null, InputOption::VALUE_NONE, 'Check it; nothing is written when a check fails')
            ->addOption('force', null, InputOption::VALUE_NONE, 'Write it even then')
            ->setHelp(Application::HELP);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        $rest = $arguments->words('rest');
        if ($rest !== []) {
            throw new UsageError("“{$rest[0]}” belongs to no option. Put the text after --text.");
        }
        $out = $arguments->get('out');
        if ($out === null && ! $arguments->has('json') && ! $arguments->has('ledger')) {
            throw new UsageError('Say where the picture goes with --out FILE, or ask for its facts alone with --json.');
        }
        $file = $out === null ? null : PictureFile::named($out);
        $symbology = (string) $arguments->get('symbology');
        if (! in_array($symbology, self::symbologies(), true)) {
            throw new UsageError("The symbology “{$symbology}” is not drawn here: ".implode(', ', self::symbologies()).'.');
        }
        $linear = LinearSymbology::tryFrom($symbology);
        try {
            $facts = $linear === null ? self::twoDimensional($arguments, $file, $symbology === 'microqr') : [self::linear($arguments, $file, $linear)];
        } catch (InvalidBars|PictureNotMade $e) {
            $report->error($e->getMessage());

            return 1;
        } catch (RefusedPayload $e) {
            $report->problems($e->payload->errors());
            $report->error('Nothing was drawn. --as-is still draws it, for a test.');

            return 1;
        } catch (InvalidSymbol|InvalidFinish $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
        if ($arguments->has('json')) {
            $report->json($arguments->has('append') ? $facts : $facts[0]);
        } else {
            array_map(static fn (array $one) => self::tell($one, $report), $facts);
        }

        return self::fails($facts) ? 1 : 0;
    }

    /** @return list<string> */
    private static function symbologies(): array
    {
        return ['qr', 'microqr', ...array_column(LinearSymbology::cases(), 'value')];
    }

    /** @return list<array<string, mixed>> facts of one symbol, or of each in a sequence */
    private static function twoDimensional(Arguments $arguments, ?PictureFile $file, bool $micro): array
    {
        $input = Fields::input($arguments);
        $options = SymbolOptions::composition($arguments, $micro, $file);
        $count = $arguments->integer('append');
        $compositions = $count === null ? [Composition::of($input, $options)] : Composition::sequence($input, $count, $options);
        $facts = array_map(static fn (Composition $composition): array => self::facts($composition, $arguments, $file), $compositions);
        // A ledger that was asked for and stops keeps files from being written, all of them.
        if ($file === null || (self::fails($facts) && ! $arguments->has('force'))) {
            return $facts;
        }
        foreach ($compositions as $i => $composition) {
            $own = $count === null ? $file : $file->numbered($i + 1);
            $own->write($composition->picture($own->format));
            $facts[$i]['file'] = $own->name;
        }

        return $facts;
    }

    /** @return array<string, mixed> */
    private static function facts(Composition $composition, Arguments $arguments, ?PictureFile $file): array
    {
        $payload = $composition->payload;
        $layout = $composition->layoutFor($file->format ?? PictureFormat::Png);

        return [
            ...SymbolFacts::of($composition->symbol),
            ...self::measures($layout),
            'quiet' => round($layout->quiet(), 3),
            'kind' => $payload->kind->value,
            'as_is' => $payload->errors() !== [],
            'problems' => array_map(static fn (Problem $problem): array => $problem->toArray(), $payload->problems),
            ...($arguments->has('ledger') ? ['ledger' => array_map(static fn (LedgerLine $line): array => $line->toArray(), $composition->ledger())] : []),
            ...($arguments->has('matrix') ? ['matrix' => $composition->symbol->matrix->rows] : []),
        ];
    }

    /** @return array<string, mixed> */
    private static function linear(Arguments $arguments, ?PictureFile $file, LinearSymbology $symbology): array
    {
        $composition = BarsComposition::of($symbology, Fields::text($arguments), SymbolOptions::bars($arguments, $file));
        $format = $file->format ?? PictureFormat::Png;
        $facts = [...LinearFacts::of($composition->symbol), ...self::measures($composition->layoutFor($format))];
        if ($file !== null) {
            $file->write($composition->picture($format));
            $facts['file'] = $file->name;
        }

        return $facts;
    }

    /** @return array<string, mixed> */
    private static function measures(Layout $layout): array
    {
        return ['module_px' => $layout->modulePx, 'side_px' => $layout->sidePx, 'side_mm' => round($layout->sideMm(), 2), 'height_px' => $layout->heightPx, 'note' => $layout->note];
    }

    /**
     * Whether a ledger that was asked for has a line that fails.
     *
     * @param  list<array<string, mixed>>  $facts
     */
    private static function fails(array $facts): bool
    {
        foreach ($facts as $one) {
            if (is_array($one['ledger'] ?? null) && in_array('fails', array_column($one['ledger'], 'verdict'), true)) {
                return true;
            }
        }

        return false;
    }

    /** @param  array<string, mixed>  $facts */
    private static function tell(array $facts, Report $report): void
    {
        $name = isset($facts['version']) ? "version {$facts['version']}".(isset($facts['level']) ? "-{$facts['level']}" : '').", mask {$facts['mask']}" : "{$facts['symbology']}";
        $report->line(($facts['file'] ?? 'not written').": $name, {$facts['modules']} modules, {$facts['bytes']} bytes, {$facts['module_px']} px a module".(($facts['as_is'] ?? false) === true ? ', drawn as it is with what is wrong' : ''));
        if (is_string($facts['note'])) {
            $report->line($facts['note']);
        }
        foreach (is_array($facts['ledger'] ?? null) ? $facts['ledger'] : [] as $line) {
            $report->verdict($line['verdict'], sprintf('%-20s %-22s %s', $line['title'], $line['figure'], $line['note']));
        }
    }
}
