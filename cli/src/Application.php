<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use Symfony\Component\Console\Application as Console;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\CommandLoader\FactoryCommandLoader;
use Symfony\Component\Console\Exception\CommandNotFoundException;
use Symfony\Component\Console\Exception\ExceptionInterface;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputDefinition;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutput;
use Symfony\Component\Console\Output\OutputInterface;

/** `bin/glyph`: picks the command and turns trouble into an exit code and a line on stderr. */
final class Application extends Console
{
    public const HELP = <<<'TEXT'
        Fields within fields are written <info>phones.0.number=…</info>, GS1 elements also <info>(01)=…</info>. A name that repeats makes a list.

        Exit status: 0 in order, 1 not read, not valid or stopped by the ledger, 2 called wrongly (the reason is on stderr).
        TEXT;

    private const COMMANDS = [
        'make' => MakeCommand::class,
        'read' => ReadCommand::class,
        'payload' => PayloadCommand::class,
        'parse' => ParseCommand::class,
        'gs1' => Gs1Command::class,
        'verify' => VerifyCommand::class,
        'proof' => ProofCommand::class,
        'grade' => GradeCommand::class,
        'route' => RouteCommand::class,
        'call' => CallCommand::class,
        'run' => RunCommand::class,
        'sheet' => SheetCommand::class,
        'watch' => WatchCommand::class,
        'kinds' => KindsCommand::class,
    ];

    public function __construct()
    {
        parent::__construct('bin/glyph');
        $this->setAutoExit(false);
        $this->setCatchExceptions(false);
        // Only the command that is run is loaded.
        $this->setCommandLoader(new FactoryCommandLoader(array_map(static fn (string $command): callable => static fn (): Command => new $command, self::COMMANDS)));
    }

    /** @param  list<string>  $words  without the program's own name */
    public function runWords(array $words): int
    {
        $output = new ConsoleOutput;
        try {
            if ($words === []) {
                throw new UsageError('Say what to do: '.implode(', ', array_keys(self::COMMANDS)).'. `bin/glyph list` says what each is for.');
            }

            return $this->run(new Words(['bin/glyph', ...$words]), $output);
        } catch (UsageError $e) {
            return self::wrong($output, $e->getMessage());
        } catch (CommandNotFoundException) {
            return self::wrong($output, "There is no command “{$words[0]}”: ".implode(', ', array_keys(self::COMMANDS)).'.');
        } catch (ExceptionInterface $e) {
            // Symfony's words for an option that does not exist or lacks its value.
            return self::wrong($output, rtrim($e->getMessage(), '.').". `bin/glyph help {$words[0]}` lists the options.");
        }
    }

    public function getHelp(): string
    {
        return "<info>bin/glyph</info>: QR Code, Micro QR Code and linear symbols, made, read and checked.\n\n".self::HELP;
    }

    /** Without Symfony's own --quiet and --version, which are options of symbols here. */
    protected function getDefaultInputDefinition(): InputDefinition
    {
        return new InputDefinition([
            new InputArgument('command', InputArgument::REQUIRED, 'What to do'),
            new InputOption('help', 'h', InputOption::VALUE_NONE, 'Say what a command is for and list its options'),
            new InputOption('ansi', null, InputOption::VALUE_NEGATABLE, 'With or without colours', null),
        ]);
    }

    protected function doRunCommand(Command $command, InputInterface $input, OutputInterface $output): int
    {
        $command->mergeApplicationDefinition();

        return parent::doRunCommand($command, $input instanceof Words ? $input->joinedFor($command->getDefinition()) : $input, $output);
    }

    private static function wrong(ConsoleOutput $output, string $message): int
    {
        $output->getErrorOutput()->writeln("glyph: $message", OutputInterface::OUTPUT_RAW);

        return 2;
    }
}
