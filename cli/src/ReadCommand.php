<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use InvalidArgumentException;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Read\Content;
use KeenGlyph\Core\Read\Effort;
use KeenGlyph\Core\Read\JoinedText;
use KeenGlyph\Core\Read\PictureReader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Report\ReadingFacts;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Helper\ProgressBar;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('read', 'Pictures to texts')]
final class ReadCommand extends Command
{
    /** Pictures from which on a bar on a terminal says how far it has come. */
    private const MANY = 5;

    protected function configure(): void
    {
        $this
            ->addArgument('files', InputArgument::IS_ARRAY, 'PNG, JPEG, WebP or GIF files')
            ->addOption('symbology', null, InputOption::VALUE_REQUIRED, 'Only these, with commas between: '.implode(', ', [...array_keys(ReadOptions::GROUPS), ...ReadOptions::SYMBOLOGIES]), null, [...array_keys(ReadOptions::GROUPS), ...ReadOptions::SYMBOLOGIES])
            ->addOption('effort', null, InputOption::VALUE_REQUIRED, 'How far to go before it is said that there is nothing: '.implode(', ', self::efforts()), Effort::Usual->value, self::efforts())
            ->addOption('budget-ms', null, InputOption::VALUE_REQUIRED, 'Milliseconds that a picture may take: '.(int) ReadOptions::BUDGET.', or '.(int) ReadOptions::PATIENT_BUDGET.' for a patient reading')
            ->addOption('join', null, InputOption::VALUE_NONE, 'Join the symbols of a sequence to one text')
            ->addOption('json', null, InputOption::VALUE_NONE, 'Everything that is known about each symbol as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        try {
            $options = new ReadOptions(
                $arguments->has('symbology') ? ReadOptions::named(array_map(trim(...), explode(',', (string) $arguments->get('symbology')))) : ReadOptions::SYMBOLOGIES,
                $arguments->has('budget-ms') ? (float) $arguments->get('budget-ms') : null,
                Effort::tryFrom((string) $arguments->get('effort')) ?? throw new InvalidArgumentException('The effort is '.implode(', ', self::efforts()).'.'),
            );
        } catch (InvalidArgumentException $e) {
            throw new UsageError($e->getMessage());
        }
        $files = $arguments->words('files');
        if ($files === []) {
            throw new UsageError('Name one or more pictures: bin/glyph read FILE…');
        }
        $pictures = array_map(Files::read(...), $files);
        if ($arguments->has('join')) {
            return self::join($pictures, $report);
        }
        $isListed = ! $arguments->has('json');
        $bar = count($files) >= self::MANY && ! $isListed && $report->errors()->isDecorated() ? new ProgressBar($report->errors(), count($files)) : null;
        $results = [];
        foreach ($pictures as $i => $bytes) {
            $results[] = $result = self::read($files[$i], $bytes, $options);
            $bar?->advance();
            if ($isListed) {
                self::print($result, $report, count($pictures) > 1);
            }
        }
        $bar?->clear();
        if (! $isListed) {
            $report->json($results);
        }

        return in_array([], array_column($results, 'symbols'), true) ? 1 : 0;
    }

    /** @return list<string> */
    private static function efforts(): array
    {
        return array_column(Effort::cases(), 'value');
    }

    /**
     * One text from a sequence over all pictures.
     *
     * @param  list<string>  $pictures
     */
    private static function join(array $pictures, Report $report): int
    {
        $contents = [];
        foreach ($pictures as $bytes) {
            try {
                $readings = (new PictureReader)->read($bytes, ReadOptions::qr())->outcome->readings;
            } catch (InvalidPicture) {
                $readings = [];
            }
            $contents = [...$contents, ...array_map(static fn (Reading $reading): Content => $reading->symbol->content, $readings)];
        }
        $joined = JoinedText::of($contents);
        if ($joined === null) {
            $report->error('These symbols are no complete sequence: some are missing, or belong to another one.');

            return 1;
        }
        $report->raw($joined->text);

        return 0;
    }

    /**
     * @return array{file: string, ms: float, symbols: list<array<string, mixed>>, ending: ?string, failure: ?string}
     */
    private static function read(string $file, string $bytes, ReadOptions $options): array
    {
        $start = hrtime(true);
        $symbols = [];
        $ending = null;
        try {
            $outcome = (new PictureReader)->read($bytes, $options)->outcome;
            $symbols = [...array_map(ReadingFacts::of(...), $outcome->readings), ...array_map(ReadingFacts::ofLinear(...), $outcome->linear)];
            $ending = $outcome->ending->value;
            $failure = $outcome->failure === null ? null : $outcome->hint();
        } catch (InvalidPicture $e) {
            $failure = $e->getMessage();
        }

        return ['file' => $file, 'ms' => round((hrtime(true) - $start) / 1e6, 2), 'symbols' => $symbols, 'ending' => $ending, 'failure' => $failure];
    }

    /** @param  array{file: string, ms: float, symbols: list<array<string, mixed>>, ending: ?string, failure: ?string}  $result */
    private static function print(array $result, Report $report, bool $named): void
    {
        $prefix = $named ? $result['file'].': ' : '';
        foreach ($result['symbols'] as $symbol) {
            $report->line($prefix.(is_string($symbol['text']) ? $symbol['text'] : ''));
        }
        if ($result['failure'] !== null) {
            $report->error($prefix.$result['failure']);
        }
    }
}
