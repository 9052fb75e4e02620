<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Payload\Kind;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('parse', 'A text to its kind and fields')]
final class ParseCommand extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('text', InputArgument::IS_ARRAY, 'What a symbol says')
            ->addOption('bytes-file', null, InputOption::VALUE_REQUIRED, 'Take the text from a file')
            ->addOption('kind', null, InputOption::VALUE_REQUIRED, 'Read it as this kind', null, array_column(Kind::cases(), 'value'))
            ->addOption('merge', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'A value for {{name}}, as name=value')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Kind, fields and problems as JSON')
            ->setHelp(Application::HELP);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        $texts = $arguments->words('text');
        if (count($texts) + (int) $arguments->has('bytes-file') !== 1) {
            throw new UsageError('Give one text: bin/glyph parse TEXT, or --bytes-file FILE.');
        }
        $payload = Fields::ofText($texts[0] ?? Files::read((string) $arguments->get('bytes-file')), $arguments)->payload();
        if ($arguments->has('json')) {
            $report->json($payload->toArray());

            return 0;
        }
        $report->line($payload->kind->label());
        foreach (self::flat($payload->fields) as $name => $value) {
            $report->line("  $name: $value");
        }
        foreach ($payload->problems as $problem) {
            $place = ($problem->position === null ? '' : " (character {$problem->position})").($problem->clause === null ? '' : " [{$problem->clause}]");
            $report->line("  {$problem->severity->value}: $problem->field: $problem->message$place");
        }

        return 0;
    }

    /**
     * @param  array<array-key, mixed>  $fields
     * @return array<string, string>
     */
    private static function flat(array $fields, string $path = ''): array
    {
        $flat = [];
        foreach ($fields as $name => $value) {
            $flat += is_array($value) ? self::flat($value, "$path$name.") : [$path.$name => is_bool($value) ? ($value ? 'yes' : 'no') : (is_string($value) ? $value : '')];
        }

        return $flat;
    }
}
