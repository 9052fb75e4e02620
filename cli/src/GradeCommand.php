<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Grade\BarGrader;
use KeenGlyph\Core\Grade\Letter;
use KeenGlyph\Core\Grade\MatrixGrader;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Read\LinearReading;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\Reading;
use KeenGlyph\Core\Read\ReadOptions;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** What a print is worth by the parameters of the standard, from a picture of it. */
#[AsCommand('grade', 'The print grade of symbols in pictures')]
final class GradeCommand extends Command
{
    protected function configure(): void
    {
        $this
            ->addArgument('files', InputArgument::IS_ARRAY, 'Pictures of prints: scans are best, photographs are no calibrated verifier')
            ->addOption('white', null, InputOption::VALUE_REQUIRED, 'Reflectance, 0 to 1, of the lightest thing in the picture, where a reference patch tells')
            ->addOption('least', null, InputOption::VALUE_REQUIRED, 'The grade that each must have: A to D, or 0.0 to 4.0')
            ->addOption('json', null, InputOption::VALUE_NONE, 'All parameters as JSON');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        $files = $arguments->words('files');
        if ($files === []) {
            throw new UsageError('Name a picture: bin/glyph grade FILE…');
        }
        $white = $arguments->decimal('white');
        if ($white !== null && ($white <= 0.05 || $white > 1)) {
            throw new UsageError('--white is a reflectance of 0.05 to 1.');
        }
        $least = self::least($arguments->get('least'));
        [$graded, $isGood] = [[], true];
        foreach ($files as $file) {
            $one = self::graded($file, $white);
            $graded[] = $one;
            $isGood = $isGood && $one['grade'] !== null && $one['grade']['grade'] >= $least;
            if (! $arguments->has('json')) {
                $report->verdict($one['grade'] !== null && $one['grade']['grade'] >= max($least, 0.5) ? 'holds' : 'fails', $one['grade'] === null ? "$file: {$one['message']}" : "$file: {$one['grade']['letter']} ({$one['grade']['grade']}). {$one['grade']['advice']}");
            }
        }
        if ($arguments->has('json')) {
            $report->json($graded);
        }

        return $isGood ? 0 : 1;
    }

    /** @return array{file: string, grade: ?array<string, mixed>, message: ?string} */
    private static function graded(string $file, ?float $white): array
    {
        try {
            $picture = (new PictureDecoder)->decode(Files::read($file));
        } catch (InvalidPicture $e) {
            return ['file' => $file, 'grade' => null, 'message' => $e->getMessage()];
        }
        $outcome = (new Reader)->read($picture, new ReadOptions(budgetMs: 5000.0));
        $reading = $outcome->readings[0] ?? $outcome->linear[0] ?? null;
        $grade = match (true) {
            $reading instanceof Reading => MatrixGrader::grade($reading, $picture, $white),
            $reading instanceof LinearReading => BarGrader::grade($reading, $picture, $white),
            default => null,
        };

        return ['file' => $file, 'grade' => $grade?->toArray(), 'message' => $grade !== null ? null : ($reading === null ? 'Nothing was read, so the grade is F (0.0).' : 'Micro QR Code has other parameters, which are not graded here.')];
    }

    private static function least(?string $given): float
    {
        return match (true) {
            $given === null => 0.0,
            preg_match('/^[A-D]$/Di', $given) === 1 => Letter::from(strtoupper($given))->least(),
            preg_match('/^[0-4](\.\d)?$/D', $given) === 1 => (float) $given,
            default => throw new UsageError('--least is a letter from A to D, or a number from 0.0 to 4.0.'),
        };
    }
}
