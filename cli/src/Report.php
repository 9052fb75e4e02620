<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Payload\Problem;
use Symfony\Component\Console\Formatter\OutputFormatter;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** Where a command writes: results to stdout, trouble to stderr. */
final readonly class Report
{
    private const COLOURS = ['fails' => 'red', 'marginal' => 'yellow', 'holds' => 'green'];

    private OutputInterface $errors;

    public function __construct(private OutputInterface $output)
    {
        $this->errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
    }

    public function line(string $text): void
    {
        $this->output->writeln($text, OutputInterface::OUTPUT_RAW);
    }

    /** A line of the ledger, its verdict in a colour where the terminal has them. */
    public function verdict(string $verdict, string $text): void
    {
        $colour = self::COLOURS[$verdict] ?? 'default';
        $this->output->writeln(sprintf('<fg=%s>%-9s</> %s', $colour, $verdict, OutputFormatter::escape($text)));
    }

    /** As it stands, a line break behind it where it has none. */
    public function raw(string $text): void
    {
        $this->output->write(str_ends_with($text, "\n") ? $text : $text."\n", false, OutputInterface::OUTPUT_RAW);
    }

    public function error(string $text): void
    {
        $this->errors->writeln("glyph: $text", OutputInterface::OUTPUT_RAW);
    }

    /** @param  list<Problem>  $problems  a line for each, the field before it */
    public function problems(array $problems): void
    {
        foreach ($problems as $problem) {
            $this->error("$problem->field: $problem->message");
        }
    }

    /** @param  array<mixed>  $value */
    public function json(array $value): void
    {
        $this->line((string) json_encode($value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR));
    }

    public function errors(): OutputInterface
    {
        return $this->errors;
    }
}
