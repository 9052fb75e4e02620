<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** Turns tables that are dropped into a folder into pictures in another, each of them once, also after a restart. */
#[AsCommand('watch', 'CSV and JSON dropped into a folder to pictures and a manifest')]
final class WatchCommand extends Command
{
    private const MANIFEST = '.manifest.json';

    protected function configure(): void
    {
        $this
            ->addArgument('in', InputArgument::REQUIRED, 'The folder that is watched')
            ->addArgument('out', InputArgument::REQUIRED, 'The folder that pictures go to: one folder and one manifest for each table')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'Of rows that name none: svg, png, webp, jpg or pdf', 'svg')
            ->addOption('every', null, InputOption::VALUE_REQUIRED, 'Seconds between looks', '2')
            ->addOption('once', null, InputOption::VALUE_NONE, 'Look once and end: 1 when a row failed')
            ->setHelp('The first line of a CSV names its columns: text, and when wanted name, format, level, size_px, dark and light. JSON is a list of objects with these keys. A table is done again when its content changes.');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        [$in, $out] = [$arguments->words('in')[0] ?? '', $arguments->words('out')[0] ?? ''];
        if (! is_dir($in) || (! is_dir($out) && ! @mkdir($out, 0777, true))) {
            throw new UsageError(is_dir($in) ? "The folder “{$out}” cannot be made." : "There is no folder “{$in}”.");
        }
        $seconds = max(0.2, $arguments->decimal('every') ?? 2.0);
        $table = new TablePictures((string) $arguments->get('format'));
        $sizes = [];
        do {
            $failed = 0;
            foreach (glob($in.'/*.{csv,tsv,json}', GLOB_BRACE) ?: [] as $file) {
                clearstatcache(true, $file);
                $size = filesize($file).' '.filemtime($file);
                // One that still grows is left for the next look.
                $isWhole = $arguments->has('once') || ($sizes[$file] ?? null) === $size;
                $sizes[$file] = $size;
                $failed += $isWhole ? $this->turn($table, $file, $out, $report) : 0;
            }
            if (! $arguments->has('once')) {
                usleep((int) ($seconds * 1e6));
            }
        } while (! $arguments->has('once'));

        return $failed === 0 ? 0 : 1;
    }

    /** @return int rows that failed */
    private function turn(TablePictures $table, string $file, string $out, Report $report): int
    {
        $bytes = Files::read($file);
        $manifest = $out.'/'.basename($file).self::MANIFEST;
        $digest = hash('sha256', $bytes);
        $known = is_file($manifest) ? json_decode((string) file_get_contents($manifest), true) : null;
        if (is_array($known) && ($known['sha256'] ?? null) === $digest) {
            return 0;
        }
        $rows = $table->draw($bytes, str_ends_with($file, '.json'), $out.'/'.pathinfo($file, PATHINFO_FILENAME));
        $failed = count(array_filter($rows, static fn (array $row): bool => $row['problem'] !== null));
        // Written last and at once: while it is not there, the table is not done.
        Files::write($manifest, json_encode(['source' => basename($file), 'sha256' => $digest, 'made_at' => gmdate('Y-m-d\TH:i:s\Z'), 'rows' => $rows], JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE)."\n");
        $report->verdict($failed === 0 ? 'holds' : 'fails', basename($file).': '.(count($rows) - $failed).' drawn and read back'.($failed === 0 ? '' : ", {$failed} failed"));

        return $failed;
    }
}
