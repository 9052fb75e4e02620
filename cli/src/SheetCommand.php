<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Run\CalibrationPage;
use KeenGlyph\Core\Run\CutSheet;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\LabelSheet;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** A sheet of labels for one printer: a page to measure what it shifts, and the sheet corrected by it. */
#[AsCommand('sheet', 'A sheet of labels: its calibration page, and its correction for a printer')]
final class SheetCommand extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('sheet', InputArgument::IS_ARRAY, 'A common sheet or a JSON file. Common: '.implode(', ', array_keys(LabelSheet::COMMON)))
            ->addOption('measured', null, InputOption::VALUE_REQUIRED, 'Where the two crosses were printed, in millimetres from the left and upper edges: 10.4,9.8,199.7,286.9')
            ->addOption('page', null, InputOption::VALUE_REQUIRED, 'Where the calibration page goes, FILE.pdf')
            ->addOption('cut', null, InputOption::VALUE_REQUIRED, 'Where the drawing of the cuts goes, FILE.svg, with the discs of --register')
            ->addOption('corner', null, InputOption::VALUE_REQUIRED, 'Radius of the cut corners, in millimetres', '0')
            ->addOption('register', null, InputOption::VALUE_NONE, 'Discs near the corners of the paper, by which a cutting machine finds the print')
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'Where the sheet goes, FILE.json; stdout when left out')
            ->setHelp("  bin/glyph sheet a4-3x7-63.5x38.1 --page calibration.pdf\n  bin/glyph sheet a4-3x7-63.5x38.1 --measured 10.4,9.8,199.7,286.9 --out office.json\n  bin/glyph run data.csv --text … --sheet office.json --out labels.pdf\n\n".Application::HELP);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        $given = $arguments->words('sheet');
        if (count($given) !== 1) {
            throw new UsageError('Give one sheet: bin/glyph sheet a4-3x7-63.5x38.1 --page calibration.pdf.');
        }
        try {
            $sheet = self::named($given[0]);
            if ($arguments->has('measured')) {
                $sheet = $sheet->calibrated(...self::crosses((string) $arguments->get('measured')));
            }
            $sheet = $arguments->has('register') || $arguments->has('cut') ? $sheet->withRegister() : $sheet;
            if ($arguments->has('cut')) {
                Files::write((string) $arguments->get('cut'), CutSheet::svg($sheet, max(0.0, $arguments->decimal('corner') ?? 0.0)));
            }
            if ($arguments->has('page')) {
                Files::write((string) $arguments->get('page'), CalibrationPage::pdf($sheet));
                [[$left, $top], [$right, $bottom]] = CalibrationPage::crosses($sheet);
                $report->error(sprintf('Print it in its own size and measure both crosses from the left and upper edges of the paper. They are meant at %.1f,%.1f,%.1f,%.1f; give what you find as --measured.', $left, $top, $right, $bottom));
            }
        } catch (InvalidRun $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
        $json = json_encode($sheet->toArray(), JSON_PRETTY_PRINT | JSON_PRESERVE_ZERO_FRACTION | JSON_THROW_ON_ERROR)."\n";
        if ($arguments->has('out')) {
            Files::write((string) $arguments->get('out'), $json);
        } elseif (! $arguments->has('page') && ! $arguments->has('cut')) {
            $report->raw($json);
        }

        return 0;
    }

    /**
     * A sheet by its name, or of a file.
     *
     * @throws InvalidRun|UsageError
     */
    public static function named(string $given): LabelSheet
    {
        if (! is_file($given)) {
            return LabelSheet::of($given);
        }
        $dimensions = json_decode(Files::read($given), true);

        return LabelSheet::of(is_array($dimensions) ? $dimensions : throw new UsageError("“{$given}” is no JSON with the dimensions of a sheet."));
    }

    /**
     * @return array{array{float, float}, array{float, float}}
     *
     * @throws UsageError
     */
    private static function crosses(string $measured): array
    {
        $numbers = array_map(trim(...), explode(',', $measured));
        if (count($numbers) !== 4 || array_filter($numbers, static fn (string $one): bool => preg_match('/^\d{1,4}(?:\.\d{1,3})?$/D', $one) !== 1) !== []) {
            throw new UsageError('--measured has four numbers in millimetres: right and down of the upper left cross, then of the lower right one, such as 10.4,9.8,199.7,286.9.');
        }
        [$left, $top, $right, $bottom] = array_map(floatval(...), $numbers);

        return [[$left, $top], [$right, $bottom]];
    }
}
