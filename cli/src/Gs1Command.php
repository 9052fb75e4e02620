<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Gs1\DigitalLink;
use KeenGlyph\Core\Gs1\InvalidElements;
use KeenGlyph\Core\Report\Gs1Facts;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('gs1', 'GS1 elements in all their forms, checked')]
final class Gs1Command extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('text', InputArgument::IS_ARRAY, "Bracketed elements, an element string or a Digital Link: '(01)09520123456788(10)H26-07'")
            ->addOption('domain', null, InputOption::VALUE_REQUIRED, 'Where the Digital Link leads', DigitalLink::CANONICAL_DOMAIN)
            ->addOption('json', null, InputOption::VALUE_NONE, 'All forms and problems as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        $texts = $arguments->words('text');
        if (count($texts) !== 1) {
            throw new UsageError('Give one text: bin/glyph gs1 \'(01)09520123456788(10)H26-07\'.');
        }
        try {
            $facts = Gs1Facts::of($texts[0], (string) $arguments->get('domain'));
        } catch (InvalidElements $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
        if ($arguments->has('json')) {
            $report->json($facts);
        } else {
            foreach ($facts['elements'] as $element) {
                $report->line(rtrim("({$element['ai']}) {$element['value']}  {$element['title']}  {$element['says']}"));
            }
            if ($facts['digital_link'] !== null) {
                $report->line($facts['digital_link']);
            }
            foreach ($facts['problems'] as $problem) {
                $report->error("{$problem['severity']}: {$problem['message']}");
            }
        }

        return $facts['valid'] ? 0 : 1;
    }
}
