<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Payload\Field;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Report\FieldsReference;
use KeenGlyph\Core\Report\KindFacts;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('kinds', 'What a symbol can say, and with which fields')]
final class KindsCommand extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('kind', InputArgument::IS_ARRAY, 'Only these, with their fields', null, array_column(Kind::cases(), 'value'))
            ->addOption('json', null, InputOption::VALUE_NONE, 'With forms and schemas as JSON')
            ->addOption('markdown', null, InputOption::VALUE_NONE, 'All kinds and fields as a page of documentation')
            ->setHelp(Application::HELP);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        $named = $arguments->words('kind');
        $kinds = $named === [] ? Kind::cases() : array_map(Fields::kind(...), $named);
        if ($arguments->has('json')) {
            $report->json(array_map(KindFacts::of(...), $kinds));

            return 0;
        }
        if ($arguments->has('markdown')) {
            $output->write(FieldsReference::markdown(), options: OutputInterface::OUTPUT_RAW);

            return 0;
        }
        foreach ($kinds as $kind) {
            $report->line(sprintf('%-14s %s (%s)', $kind->value, $kind->metadata()->purpose, $kind->metadata()->standard));
            foreach ($named === [] ? [] : $kind->grammar()->fields() as $field) {
                self::describe($field, '', $report);
            }
        }

        return 0;
    }

    private static function describe(Field $field, string $path, Report $report): void
    {
        $name = $path.$field->name.($field->repeats ? '.0' : '');
        $marks = ($field->required ? ' (needed)' : '').($field->options === [] ? '' : ' '.implode('|', array_filter(array_map(strval(...), array_keys($field->options)), static fn (string $option): bool => $option !== '')));
        $report->line(rtrim(sprintf('  %-24s %s%s. %s', $name, $field->label, $marks, $field->help)));
        foreach ($field->fields as $inner) {
            self::describe($inner, "$name.", $report);
        }
    }
}
