<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\Problem;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('payload', 'Fields to the text that the standard asks for')]
final class PayloadCommand extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('kind', InputArgument::IS_ARRAY, 'What kind of payload; `bin/glyph kinds` lists them', null, array_column(Kind::cases(), 'value'))
            ->addOption('field', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'A field of the kind, as name=value')
            ->addOption('merge', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'A value for {{name}}, as name=value')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Text, fields and problems as JSON')
            ->setHelp(Application::HELP);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        $kinds = $arguments->words('kind');
        if (count($kinds) !== 1) {
            throw new UsageError('Name one kind: bin/glyph payload KIND --field name=value …');
        }
        $payload = Fields::ofKind(Fields::kind($kinds[0]), $arguments)->payload();
        $refusal = $payload->refusal();
        if ($arguments->has('json')) {
            $report->json(['text' => $refusal === null ? $payload->text : null] + $payload->toArray());
        } elseif ($refusal === null) {
            $report->raw($payload->text);
        }
        $report->problems(array_values(array_filter($payload->problems, static fn (Problem $problem): bool => ! $arguments->has('json') || $problem->refused)));

        return $refusal !== null ? 2 : ($payload->errors() === [] ? 0 : 1);
    }
}
