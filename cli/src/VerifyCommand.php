<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Read\PictureReader;
use KeenGlyph\Core\Report\ReadingFacts;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** Compares what pictures say with what they should say, for pipelines: the exit status is the answer. */
#[AsCommand('verify', 'Whether pictures say what they should')]
final class VerifyCommand extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('files', InputArgument::IS_ARRAY, 'PNG, JPEG, WebP or GIF files')
            ->addOption('expect', null, InputOption::VALUE_REQUIRED, 'The text that each of them should say')
            ->addOption('expect-file', null, InputOption::VALUE_REQUIRED, 'The same from a file, to the byte')
            ->addOption('json', null, InputOption::VALUE_NONE, 'What each says as JSON')
            ->addOption('junit', null, InputOption::VALUE_REQUIRED, 'A report for build servers, as JUnit’s XML, in this file');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        $files = $arguments->words('files');
        if ($files === [] || $arguments->has('expect') === $arguments->has('expect-file')) {
            throw new UsageError('Name pictures and the text: bin/glyph verify FILE… --expect TEXT (or --expect-file FILE)');
        }
        $expected = $arguments->has('expect') ? (string) $arguments->get('expect') : Files::read((string) $arguments->get('expect-file'));
        $pictures = array_map(Files::read(...), $files);
        $results = [];
        foreach ($pictures as $i => $bytes) {
            $results[] = $result = self::compare($files[$i], $bytes, $expected);
            if (! $arguments->has('json')) {
                $report->verdict($result['same'] ? 'holds' : 'fails', $result['file'].($result['same'] ? '' : ": {$result['message']}"));
            }
        }
        if ($arguments->has('json')) {
            $report->json($results);
        }
        if ($arguments->has('junit')) {
            JunitReport::write((string) $arguments->get('junit'), 'glyph verify', array_map(static fn (array $result): array => [
                'name' => $result['file'], 'seconds' => $result['ms'] / 1000, 'failure' => $result['same'] ? null : (string) $result['message'],
            ], $results));
        }

        return in_array(false, array_column($results, 'same'), true) ? 1 : 0;
    }

    /** @return array{file: string, same: bool, texts: list<string>, ms: float, message: ?string} */
    private static function compare(string $file, string $bytes, string $expected): array
    {
        $start = hrtime(true);
        $message = null;
        $texts = [];
        try {
            $outcome = (new PictureReader)->read($bytes)->outcome;
            foreach ([...array_map(ReadingFacts::of(...), $outcome->readings), ...array_map(ReadingFacts::ofLinear(...), $outcome->linear)] as $symbol) {
                $texts[] = $symbol['text'];
            }
            $message = $outcome->failure === null ? null : $outcome->hint();
        } catch (InvalidPicture $e) {
            $message = $e->getMessage();
        }
        // One right symbol beside a wrong one is not what was meant.
        $isSame = $texts !== [] && array_unique($texts) === [$expected];

        return ['file' => $file, 'same' => $isSame, 'texts' => $texts, 'ms' => round((hrtime(true) - $start) / 1e6, 2), 'message' => $isSame ? null : ($texts === [] ? $message ?? 'Nothing was read.' : 'It says “'.implode('” and “', $texts).'”.')];
    }
}
