<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\LabelSheet;
use KeenGlyph\Core\Run\Manifest;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Run\RowDrawer;
use KeenGlyph\Core\Run\SheetBuilder;
use KeenGlyph\Core\Run\Spool;
use KeenGlyph\Core\Run\Table;
use KeenGlyph\Core\Run\ZipWriter;
use KeenGlyph\Core\Run\Zpl;

/**
 * Where a run goes: a folder of pictures, a ZIP, sheets of labels, or a printer's commands; with a manifest of every row.
 *
 * @phpstan-import-type Outcome from RunWorkers
 */
final class RunTarget
{
    private ?string $manifest = null;

    /** @param  'folder'|'zip'|'pdf'|'zpl'  $sort */
    private function __construct(private readonly string $sort, private readonly string $out, public readonly string $folder, private readonly ?LabelSheet $sheet, private readonly int $start)
    {
    }

    /** @throws UsageError|InvalidRun */
    public static function of(string $out, Recipe $recipe, Arguments $arguments): self
    {
        $sort = ['zip' => 'zip', 'pdf' => 'pdf', 'zpl' => 'zpl'][strtolower(pathinfo($out, PATHINFO_EXTENSION))] ?? 'folder';
        $given = $arguments->get('sheet');
        if ($given !== null && $sort !== 'pdf') {
            throw new UsageError('--sheet is for sheets of labels: --out FILE.pdf.');
        }
        if ($sort === 'zpl' && ! in_array($recipe->format, [PictureFormat::Png, PictureFormat::Svg], true)) {
            throw new UsageError('Printer commands are made of the dots of a PNG: leave --format out.');
        }
        $sheet = $sort !== 'pdf' || $given === null ? null : SheetCommand::named($given);
        $sheet = $arguments->has('marks') ? $sheet?->withMarks() : $sheet;
        $sheet = $arguments->has('register') ? $sheet?->withRegister() : $sheet;
        $sheet?->demandRoom($recipe->layout->bleed ?? 0.0);
        $start = $arguments->integer('start') ?? 1;
        if ($start < 1 || $start > ($sheet?->perPage() ?? 1)) {
            throw new UsageError('--start is a label of the first sheet: 1 to '.($sheet?->perPage() ?? 1).'.');
        }
        $folder = match ($sort) {
            'folder' => $out,
            'pdf' => '',
            default => dirname($out).'/.run-'.getmypid().'-'.bin2hex(random_bytes(4)),
        };
        if ($folder !== '' && ! is_dir($folder) && ! @mkdir($folder, 0777, true) && ! is_dir($folder)) {
            throw new UsageError("The folder “{$folder}” cannot be made.");
        }

        return new self($sort, $out, $folder, $sheet, $start);
    }

    /**
     * @param  Spool<Outcome>  $rows  what came of each
     * @param  callable(): RowDrawer  $drawer
     * @return array{list<string>, ?array{pages: int, labels: int, read_back: int, checked: bool}} files, and what was read from sheets
     */
    public function finish(Spool $rows, Table $table, Recipe $recipe, callable $drawer): array
    {
        return match ($this->sort) {
            'folder' => $this->folder($rows, $table),
            'zip' => $this->zip($rows, $table),
            'zpl' => $this->zpl($rows, $table, $recipe, $drawer),
            'pdf' => $this->sheets($rows, $table, $recipe, $drawer()),
        };
    }

    /** Takes away what was only there on the way: the pictures that went into a ZIP or a printer's commands. */
    public function clear(): void
    {
        if ($this->sort === 'zip' || $this->sort === 'zpl') {
            array_map(unlink(...), glob($this->folder.'/*') ?: []);
            @rmdir($this->folder);
        }
    }

    public function manifest(): ?string
    {
        return $this->manifest;
    }

    /**
     * @param  Spool<Outcome>  $rows
     * @return array{list<string>, null}
     */
    private function folder(Spool $rows, Table $table): array
    {
        Files::stream($this->manifest = "$this->out/manifest.json", static fn ($stream) => Manifest::json($rows, $stream));
        Files::stream("$this->out/manifest.csv", static fn ($stream) => Manifest::csv(self::beside($rows, $table), $table->columns, $stream));
        $files = [];
        foreach (self::made($rows) as $file) {
            $files[] = "$this->out/$file";
        }

        return [$files, null];
    }

    /**
     * @param  Spool<Outcome>  $rows
     * @return array{list<string>, null}
     */
    private function zip(Spool $rows, Table $table): array
    {
        Files::stream($this->out, function ($stream) use ($rows, $table): void {
            $zip = new ZipWriter($stream);
            foreach (self::made($rows) as $file) {
                // Pictures of dots are packed already.
                $zip->add($file, Files::read("$this->folder/$file"), preg_match('/\.(?:png|jpg|webp|pdf)$/', $file) === 1);
            }
            $zip->addWritten('manifest.json', static fn ($stream) => Manifest::json($rows, $stream));
            $zip->addWritten('manifest.csv', static fn ($stream) => Manifest::csv(self::beside($rows, $table), $table->columns, $stream));
            $zip->finish();
        });
        $this->manifest = 'manifest.json';

        return [[$this->out], null];
    }

    /**
     * @param  Spool<Outcome>  $rows
     * @param  callable(): RowDrawer  $drawer
     * @return array{list<string>, null}
     */
    private function zpl(Spool $rows, Table $table, Recipe $recipe, callable $drawer): array
    {
        $dots = $recipe->format === PictureFormat::Png ? null : $drawer();
        $whole = true;
        $stream = @fopen("$this->out.part", 'wb') ?: throw new UsageError("“{$this->out}” cannot be written.");
        foreach (self::made($rows) as $number => $file) {
            $png = $dots === null ? (string) file_get_contents("$this->folder/$file") : $dots->dots($table->row($number), $number);
            $label = Zpl::label((new PictureDecoder)->decode($png));
            $whole = @fwrite($stream, $label) === strlen($label);
            if (! $whole) {
                break;
            }
        }
        if (! fclose($stream) || ! $whole || ! @rename("$this->out.part", $this->out)) {
            @unlink("$this->out.part");
            throw new UsageError("“{$this->out}” could not be finished: is there room for it?");
        }
        Files::stream($this->manifest = "$this->out.manifest.json", static fn ($stream) => Manifest::json($rows, $stream));

        return [[$this->out], null];
    }

    /**
     * @param  Spool<Outcome>  $rows
     * @return array{list<string>, array{pages: int, labels: int, read_back: int, checked: bool}}
     */
    private function sheets(Spool $rows, Table $table, Recipe $recipe, RowDrawer $drawer): array
    {
        $sheets = new SheetBuilder(pathinfo($this->out, PATHINFO_FILENAME), $this->sheet, $this->start, $recipe->layout->bleed ?? 0.0);
        foreach (self::made($rows) as $number => $file) {
            $sheets->add($drawer->drawing($table->row($number), $number));
        }
        if ($sheets->isEmpty()) {
            return [[], ['pages' => 0, 'labels' => 0, 'read_back' => 0, 'checked' => true]];
        }
        Files::stream($this->out, $sheets->write(...));
        Files::stream($this->manifest = "$this->out.manifest.json", static fn ($stream) => Manifest::json($rows, $stream));

        return [[$this->out], $sheets->proof($this->out)];
    }

    /**
     * @param  Spool<Outcome>  $rows
     * @return iterable<int, string> the file of each row that was made, in the table's order
     */
    private static function made(Spool $rows): iterable
    {
        foreach ($rows as $number => $row) {
            if (is_string($row['file'])) {
                yield $number => $row['file'];
            }
        }
    }

    /**
     * @param  Spool<Outcome>  $rows
     * @return iterable<int, array{array<string, mixed>, list<string>}> what came of each row, with its own cells
     */
    private static function beside(Spool $rows, Table $table): iterable
    {
        foreach ($rows as $number => $row) {
            yield $number => [$row, $table->rows->at($number)];
        }
    }
}
