<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Compose\BarsOptions;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Run\FileNames;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\LabelSheet;
use KeenGlyph\Core\Run\LostDigits;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Run\RowDrawer;
use KeenGlyph\Core\Run\Table;
use KeenGlyph\Core\Run\TableForm;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

/** A table to pictures, a ZIP, sheets of labels or a printer's commands: every row read back before it counts as made. */
#[AsCommand('run', 'A table to a picture for each row, each read back before it ships')]
final class RunCommand extends Command
{
    /** Workers, when nobody says how many: one a core, up to this. */
    private const WORKERS = 8;

    protected function configure(): void
    {
        $this
            ->addArgument('files', InputArgument::IS_ARRAY, 'The table (CSV, TSV or JSON; - is stdin), after a recipe where there is one')
            ->addOption('text', null, InputOption::VALUE_REQUIRED, 'What each says, such as https://fennmoor.example/p/{{sku}}')
            ->addOption('name', null, InputOption::VALUE_REQUIRED, 'Name of each file, such as {{sku}} or {{sku}}.png; its row when left out')
            ->addOption('out', null, InputOption::VALUE_REQUIRED, 'A folder, FILE.zip, FILE.pdf (sheets) or FILE.zpl')
            ->addOption('format', null, InputOption::VALUE_REQUIRED, 'Of the pictures; svg when nothing says otherwise', null, array_column(PictureFormat::cases(), 'value'))
            ->addOption('symbology', null, InputOption::VALUE_REQUIRED, 'qr, microqr or a linear one', 'qr')
            ->addOption('transform', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'Steps for a column, such as sku=trim,upper or date=gs1date:dmy')
            ->addOption('constant', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'A value for {{name}} in every row, as name=value')
            ->addOption('by-row', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'What comes from a column: '.implode(', ', Recipe::BY_ROW).', as level={{level}}')
            ->addOption('encoding', null, InputOption::VALUE_REQUIRED, 'Of the table: '.implode(', ', TableForm::ENCODINGS))
            ->addOption('delimiter', null, InputOption::VALUE_REQUIRED, 'Of the table: '.implode(', ', array_keys(TableForm::DELIMITERS)))
            ->addOption('header', null, InputOption::VALUE_REQUIRED, 'Whether the first row names the columns: yes or no')
            ->addOption('sheet', null, InputOption::VALUE_REQUIRED, 'Labels of a PDF: a common sheet, roll:40x30, or a JSON file. Common: '.implode(', ', array_keys(LabelSheet::COMMON)))
            ->addOption('start', null, InputOption::VALUE_REQUIRED, 'First label of the first sheet that is still there, from 1', '1')
            ->addOption('layout', null, InputOption::VALUE_REQUIRED, 'A whole label for each row: a JSON file with the places of symbol, texts, bars, pictures and boxes')
            ->addOption('register', null, InputOption::VALUE_NONE, 'Discs near the corners of the paper, for cutting machines')
            ->addOption('marks', null, InputOption::VALUE_NONE, 'Crop marks at the corners of labels')
            ->addOption('same-version', null, InputOption::VALUE_NONE, 'One version for all rows: the largest that one of them needs')
            ->addOption('check', null, InputOption::VALUE_NONE, 'Draw nothing, say what would be wrong')
            ->addOption('save-recipe', null, InputOption::VALUE_REQUIRED, 'Keep what was asked for as a recipe')
            ->addOption('workers', null, InputOption::VALUE_REQUIRED, 'Processes; one a core when left out')
            ->addOption('part', null, InputOption::VALUE_REQUIRED, 'For processes of a run')
            ->addOption('json', null, InputOption::VALUE_NONE, 'What came of it as JSON');
        $this->addOption('kind', null, InputOption::VALUE_REQUIRED, 'Kind of what is said')->addOption('field', null, InputOption::VALUE_REQUIRED | InputOption::VALUE_IS_ARRAY, 'A field of the kind, as name={{column}}');
        $this->addOption('title', null, InputOption::VALUE_REQUIRED, 'Read out in place of the picture');
        SymbolOptions::describe($this, ['check']);
        FinishOptions::describe($this);
        $this->setHelp(Application::HELP);
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (! in_array('-', (array) $input->getArgument('files'), true)) {
            return $this->carryOut($input, $output);
        }
        // A table from stdin becomes a file, which every process of the run can read.
        $file = (string) tempnam(sys_get_temp_dir(), 'glyph-run-');
        try {
            file_put_contents($file, STDIN);
            $named = static fn (mixed $word): mixed => $word === '-' ? $file : $word;
            $input->setArgument('files', array_map($named, (array) $input->getArgument('files')));
            $_SERVER['argv'] = array_map($named, (array) ($_SERVER['argv'] ?? []));

            return $this->carryOut($input, $output);
        } finally {
            @unlink($file);
        }
    }

    private function carryOut(InputInterface $input, OutputInterface $output): int
    {
        [$arguments, $report] = [new Arguments($input), new Report($output)];
        if (! $arguments->has('part')) {
            self::endTidily();
        }
        try {
            $recipe = self::recipe($arguments);
            $table = self::table($arguments, $recipe);
            if ($arguments->has('same-version') && ! $arguments->has('part')) {
                $recipe = self::alike($this->drawer($arguments, $recipe), $recipe, $table, $input);
            }
            if ($arguments->has('part')) {
                RunWorkers::work($this->drawer($arguments, $recipe), $recipe, $table, $arguments, $output);

                return 0;
            }
            if ($arguments->has('save-recipe')) {
                Files::write((string) $arguments->get('save-recipe'), json_encode($recipe->toArray(), JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)."\n");
            }

            return $arguments->has('check') ? $this->check($arguments, $recipe, $table, $report) : $this->make($arguments, $recipe, $table, $report);
        } catch (InvalidRun|InvalidFinish|InvalidSymbol $e) {
            throw new UsageError($e->getMessage(), 0, $e);
        }
    }

    /** Someone who stops it finds nothing half done lying about. */
    private static function endTidily(): void
    {
        if (function_exists('pcntl_async_signals')) {
            pcntl_async_signals(true);
            foreach ([SIGINT, SIGTERM] as $signal) {
                pcntl_signal($signal, static fn (): never => throw new UsageError('Stopped. What was written is whole.'));
            }
        }
    }

    /** All rows in the version that the longest of them needs: symbols of one size, whose modules are of one size. */
    private static function alike(RowDrawer $drawer, Recipe $recipe, Table $table, InputInterface $input): Recipe
    {
        $largest = 0;
        foreach ($table->rows->numbers() as $number) {
            $largest = max($largest, $drawer->check($table->row($number), $number)['version'] ?? 0);
        }
        if ($largest === 0 || $recipe->symbology !== 'qr') {
            return $recipe;
        }
        // Every process of the run is told.
        $input->setOption('version', (string) $largest);
        $_SERVER['argv'] = [...(array) ($_SERVER['argv'] ?? []), '--version', (string) $largest];

        return Recipe::of([...$recipe->toArray(), 'version' => $largest]);
    }

    private function make(Arguments $arguments, Recipe $recipe, Table $table, Report $report): int
    {
        $out = $arguments->get('out') ?? throw new UsageError('Say where it goes with --out: a folder, FILE.zip, FILE.pdf or FILE.zpl.');
        // What is wrong with the options is said before anything begins.
        $this->drawer($arguments, $recipe);
        $target = RunTarget::of($out, $recipe, $arguments);
        $warnings = LostDigits::of($table);
        foreach ($arguments->has('json') ? [] : $warnings as $warning) {
            $report->error("{$warning['column']}: {$warning['message']} (".(count($warning['rows']) < $warning['count'] ? $warning['count'].' rows, first ' : 'row ').implode(', ', array_slice($warning['rows'], 0, 5)).')');
        }
        $begun = hrtime(true);
        try {
            $rows = RunWorkers::share($recipe, $table, $target->folder, self::processes($arguments, $table), $report);
            [$failed, $searched] = [[], 0];
            foreach ($rows as $row) {
                $row['problem'] === null || $failed[] = $row;
                $searched += (int) $row['searched'];
            }
            [$files, $proof] = $target->finish($rows, $table, $recipe, fn (): RowDrawer => $this->drawer($arguments, $recipe));
        } finally {
            $target->clear();
        }
        $unproved = $proof === null ? 0 : $proof['labels'] - $proof['read_back'];
        $seconds = (hrtime(true) - $begun) / 1e9;
        $made = count($rows) - count($failed);
        $facts = [
            'rows' => count($rows), 'made' => $made, 'failed' => count($failed), 'read_back' => $made, 'searched' => $searched, 'files' => $files,
            'problems' => array_map(static fn (array $row): array => ['row' => $row['row'], 'text' => $row['text'], 'message' => $row['problem']], $failed), 'warnings' => $warnings,
            'cautions' => array_map(static fn (int $row, string $says): array => ['row' => $row, 'message' => $says], array_keys($table->cautions), $table->cautions),
            'manifest' => $target->manifest(), 'sheets' => $proof, 'seconds' => round($seconds, 2), 'per_second' => round(count($rows) / max(0.001, $seconds), 1),
        ];
        if ($arguments->has('json')) {
            $report->json($facts);
        } else {
            foreach (array_slice($failed, 0, 20) as $row) {
                $report->error("row {$row['row']}: {$row['problem']}");
            }
            $report->line(sprintf('%d of %d made and read back, %d failed, %.1f a second%s', $made, count($rows), count($failed), $facts['per_second'], $proof === null ? '' : ($proof['checked'] ? "; {$proof['read_back']} of {$proof['labels']} labels read back from {$proof['pages']} pages" : '; the sheets were not looked at: pdftoppm is missing')));
            $report->line($out);
        }

        return $failed === [] && $unproved === 0 ? 0 : 1;
    }

    private function check(Arguments $arguments, Recipe $recipe, Table $table, Report $report): int
    {
        $this->drawer($arguments, $recipe);
        [$faults, $seen, $largest, $problems] = [[], [], 0, []];
        foreach (RunWorkers::share($recipe, $table, '', self::processes($arguments, $table), $report) as $found) {
            $message = $found['problem'] ?? (isset($seen[$found['text']]) ? "It says what row {$seen[$found['text']]} says." : null);
            $seen[$found['text']] ??= $found['row'];
            $largest = max($largest, $found['version'] ?? 0);
            if ($message !== null) {
                $sort = $found['problem'] === null ? 'said twice' : $message;
                $faults[$sort] = ($faults[$sort] ?? 0) + 1;
                $problems[] = ['row' => $found['row'], 'text' => $found['text'], 'message' => $message, 'stops' => $found['problem'] !== null];
            }
        }
        arsort($faults);
        $stopped = count(array_filter($problems, static fn (array $one): bool => $one['stops']));
        if ($arguments->has('json')) {
            $report->json(['rows' => count($table->rows), 'in_order' => count($table->rows) - $stopped, 'stopped' => $stopped, 'largest_version' => $largest === 0 ? null : $largest, 'faults' => $faults, 'problems' => array_slice($problems, 0, 1000), 'warnings' => LostDigits::of($table), 'form' => $table->form === null ? null : (array) $table->form, 'columns' => $table->columns]);

            return $stopped === 0 ? 0 : 1;
        }
        $report->line(count($table->rows).' rows, '.(count($table->rows) - $stopped).' in order'.($largest === 0 ? '' : ", largest version $largest"));
        foreach ($faults as $sort => $count) {
            $report->line("  $count: $sort");
        }
        foreach (LostDigits::of($table) as $warning) {
            $report->error("{$warning['column']}: {$warning['message']} ({$warning['count']} rows)");
        }

        return $stopped === 0 ? 0 : 1;
    }

    private function drawer(Arguments $arguments, Recipe $recipe): RowDrawer
    {
        $isOwn = self::isRecipe($arguments->words('files')[0] ?? '');
        $format = PictureFile::named("row.{$recipe->format->value}");

        return $isOwn ? new RowDrawer($recipe) : new RowDrawer($recipe, options: $recipe->linear() === null ? self::matrixOptions($arguments, $recipe, $format) : null, bars: $recipe->linear() === null ? null : self::barsOptions($arguments, $format));
    }

    private static function matrixOptions(Arguments $arguments, Recipe $recipe, PictureFile $format): CompositionOptions
    {
        return SymbolOptions::composition($arguments, $recipe->symbology === 'microqr', $format);
    }

    private static function barsOptions(Arguments $arguments, PictureFile $format): BarsOptions
    {
        return SymbolOptions::bars($arguments, $format, false);
    }

    private static function isRecipe(string $file): bool
    {
        return str_ends_with($file, '.json') && is_file($file) && is_array($given = json_decode((string) file_get_contents($file), true)) && ! array_is_list($given);
    }

    /** @throws UsageError|InvalidRun */
    private static function recipe(Arguments $arguments): Recipe
    {
        $files = $arguments->words('files');
        if (self::isRecipe($files[0] ?? '')) {
            if ($arguments->has('text') || $arguments->has('field')) {
                throw new UsageError('Give a recipe, or say with --text what each row says.');
            }
            /** @var array<array-key, mixed> $given */
            $given = (array) json_decode(Files::read($files[0]), true);
            $given = $arguments->has('version') ? [...$given, 'version' => $arguments->integer('version')] : $given;
            foreach (['name', 'format'] as $option) {
                $given = $arguments->has($option) ? [...$given, $option => $arguments->get($option)] : $given;
            }

            return Recipe::of(str_starts_with((string) $arguments->get('sheet'), 'roll:') ? [...$given, 'whole_dots' => true] : $given);
        }
        if (! $arguments->has('text') && ! $arguments->has('field')) {
            throw new UsageError('Say what each row says: --text \'https://fennmoor.example/p/{{sku}}\', --kind with --field, or a recipe before the table.');
        }
        $name = $arguments->get('name') ?? '{{row}}';
        $ending = strtolower(pathinfo($name, PATHINFO_EXTENSION));
        $hasEnding = PictureFormat::tryFrom($ending === 'jpeg' ? 'jpg' : $ending) !== null;
        $symbology = (string) $arguments->get('symbology');
        $linear = LinearSymbology::tryFrom($symbology);

        return Recipe::of(array_filter([
            'symbology' => $symbology, 'text' => $arguments->get('text'), 'kind' => $arguments->get('kind'), 'fields' => $arguments->has('field') ? Fields::of($arguments->all('field')) : null,
            'name' => $hasEnding ? substr($name, 0, -strlen($ending) - 1) : $name, 'format' => $arguments->get('format') ?? ($hasEnding ? ($ending === 'jpeg' ? 'jpg' : $ending) : (str_ends_with(strtolower((string) $arguments->get('out')), '.zpl') ? 'png' : 'svg')),
            'caption' => $linear === null && $arguments->has('caption') ? str_replace('\n', "\n", (string) $arguments->get('caption')) : null, 'level' => $arguments->get('level'),
            'finish' => $linear === null ? array_diff_key(FinishFile::write(FinishOptions::from($arguments, $symbology === 'microqr')), ['caption' => 1]) : null,
            'layout' => $arguments->has('layout') ? self::layout((string) $arguments->get('layout')) : null, 'whole_dots' => $arguments->has('whole-dots') || str_starts_with((string) $arguments->get('sheet'), 'roll:') ? true : null, 'size_mm' => $arguments->decimal('size-mm'), 'dpi' => $arguments->decimal('dpi'), 'module_px' => $arguments->integer('module-px'),
            'by_row' => self::pairs($arguments, 'by-row'), 'constants' => self::pairs($arguments, 'constant'), 'transforms' => array_map(static fn (string $steps): array => explode(',', $steps), self::pairs($arguments, 'transform')),
        ], static fn (mixed $value): bool => $value !== null && $value !== []));
    }

    /** @throws UsageError|InvalidRun */
    private static function table(Arguments $arguments, Recipe $recipe): Table
    {
        $files = $arguments->words('files');
        $files = self::isRecipe($files[0] ?? '') ? array_slice($files, 1) : $files;
        if (count($files) !== 1) {
            throw new UsageError('Give one table: bin/glyph run data.csv --text … --out DIR, or a recipe and a table.');
        }
        $bytes = Files::read($files[0]);
        if (str_ends_with($files[0], '.json') || preg_match('/^\s*\[\s*[{"\]]/', $bytes) === 1) {
            return Table::json($bytes);
        }
        if (str_starts_with($bytes, "PK\x03\x04") || str_starts_with($bytes, "\xD0\xCF\x11\xE0")) {
            throw new UsageError('This is a spreadsheet file. Save it as CSV (UTF-8), its codes as text, and give that.');
        }
        $guess = TableForm::guess($bytes, $recipe->columns());
        $encoding = $arguments->get('encoding') ?? $guess->encoding;
        $delimiter = $arguments->has('delimiter') ? TableForm::DELIMITERS[$arguments->get('delimiter')] ?? throw new UsageError('--delimiter is '.implode(', ', array_keys(TableForm::DELIMITERS)).'.') : $guess->delimiter;
        if (! in_array($encoding, TableForm::ENCODINGS, true)) {
            throw new UsageError('--encoding is '.implode(', ', TableForm::ENCODINGS).'.');
        }

        return Table::csv($bytes, new TableForm($encoding, $delimiter, $arguments->has('header') ? $arguments->get('header') === 'yes' : $guess->hasHeader));
    }

    /** @return array<array-key, mixed> */
    private static function layout(string $file): array
    {
        $given = json_decode(Files::read($file), true);

        return is_array($given) && $given !== [] ? $given : throw new UsageError("“{$file}” is no JSON with the parts of a label.");
    }

    /** @return array<string, string> */
    private static function pairs(Arguments $arguments, string $option): array
    {
        $pairs = [];
        foreach ($arguments->all($option) as $pair) {
            [$name, $value] = [...explode('=', $pair, 2), null];
            $pairs[$name] = $value ?? throw new UsageError("--$option takes name=value, not “{$pair}”.");
        }

        return $pairs;
    }

    private static function processes(Arguments $arguments, Table $table): int
    {
        return min($arguments->integer('workers') ?? min(self::WORKERS, self::cores()), 32, count($table->rows));
    }

    private static function cores(): int
    {
        return max(1, substr_count((string) @file_get_contents('/proc/cpuinfo'), "processor\t"));
    }

    /**
     * The names of all files, the same in every process of a run.
     *
     * @return iterable<int, string> by row
     */
    public static function names(Recipe $recipe, Table $table): iterable
    {
        $names = new FileNames;
        foreach ($table->rows->numbers() as $number) {
            try {
                $values = $recipe->values($table->row($number), $number);
            } catch (InvalidRun) {
                $values = [];
            }
            yield $number => $names->name($recipe->name === '{{row}}' ? '' : $recipe->name, $values, $number);
        }
    }
}
