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
use KeenGlyph\Core\Run\Table;
use KeenGlyph\Core\Run\Zpl;
use ZipArchive;

/** Where a run goes: a folder of pictures, a ZIP, sheets of labels, or a printer's commands; with a manifest of every row. */
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
     * @param  list<array{row: int, text: string, name: string, file: ?string, sha256: ?string, symbol: ?string, version: ?int, searched: bool, problem: ?string}>  $rows
     * @param  callable(): RowDrawer  $drawer
     * @return array{list<string>, ?array{pages: int, labels: int, read_back: int, checked: bool}} files, and what was read from sheets
     */
    public function finish(array $rows, Table $table, Recipe $recipe, callable $drawer): array
    {
        $made = array_values(array_filter($rows, static fn (array $row): bool => $row['file'] !== null));

        return match ($this->sort) {
            'folder' => $this->folder($rows, $made, $table),
            'zip' => $this->zip($rows, $made, $table),
            'zpl' => $this->zpl($rows, $made, $table, $recipe, $drawer),
            'pdf' => $this->sheets($rows, $made, $table, $recipe, $drawer()),
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
     * @param  list<array<string, mixed>>  $rows
     * @param  list<array<string, mixed>>  $made
     * @return array{list<string>, null}
     */
    private function folder(array $rows, array $made, Table $table): array
    {
        Files::write($this->manifest = "$this->out/manifest.json", Manifest::json($rows));
        Files::write("$this->out/manifest.csv", Manifest::csv($rows, $table));

        return [array_map(fn (array $row): string => "$this->out/".$row['file'], $made), null];
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @param  list<array<string, mixed>>  $made
     * @return array{list<string>, null}
     */
    private function zip(array $rows, array $made, Table $table): array
    {
        $half = "$this->out.part";
        $zip = new ZipArchive;
        if ($zip->open($half, ZipArchive::CREATE | ZipArchive::OVERWRITE) !== true) {
            throw new UsageError("“{$this->out}” cannot be written.");
        }
        foreach ($made as $row) {
            // Pictures of dots are packed already.
            $isPacked = preg_match('/\.(?:png|jpg|webp|pdf)$/', (string) $row['file']) === 1;
            $zip->addFile("$this->folder/".$row['file'], (string) $row['file']);
            $zip->setCompressionName((string) $row['file'], $isPacked ? ZipArchive::CM_STORE : ZipArchive::CM_DEFLATE);
        }
        $zip->addFromString('manifest.json', Manifest::json($rows));
        $zip->addFromString('manifest.csv', Manifest::csv($rows, $table));
        // Everything is written here, file by file; nothing is held in memory.
        if (! @$zip->close() || ! @rename($half, $this->out)) {
            @unlink($half);
            throw new UsageError("“{$this->out}” could not be finished: is there room for it?");
        }
        $this->manifest = 'manifest.json';

        return [[$this->out], null];
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @param  list<array<string, mixed>>  $made
     * @param  callable(): RowDrawer  $drawer
     * @return array{list<string>, null}
     */
    private function zpl(array $rows, array $made, Table $table, Recipe $recipe, callable $drawer): array
    {
        $dots = $recipe->format === PictureFormat::Png ? null : $drawer();
        $written = 0;
        $stream = @fopen("$this->out.part", 'wb') ?: throw new UsageError("“{$this->out}” cannot be written.");
        foreach ($made as $row) {
            $png = $dots === null ? (string) file_get_contents("$this->folder/".$row['file']) : $dots->dots($table->row((int) $row['row']), (int) $row['row']);
            $label = Zpl::label((new PictureDecoder)->decode($png));
            if (@fwrite($stream, $label) !== strlen($label)) {
                break;
            }
            $written++;
        }
        if (! fclose($stream) || $written < count($made) || ! @rename("$this->out.part", $this->out)) {
            @unlink("$this->out.part");
            throw new UsageError("“{$this->out}” could not be finished: is there room for it?");
        }
        Files::write($this->manifest = "$this->out.manifest.json", Manifest::json($rows));

        return [[$this->out], null];
    }

    /**
     * @param  list<array<string, mixed>>  $rows
     * @param  list<array<string, mixed>>  $made
     * @return array{list<string>, array{pages: int, labels: int, read_back: int, checked: bool}}
     */
    private function sheets(array $rows, array $made, Table $table, Recipe $recipe, RowDrawer $drawer): array
    {
        $sheets = new SheetBuilder(pathinfo($this->out, PATHINFO_FILENAME), $this->sheet, $this->start, $recipe->layout->bleed ?? 0.0);
        foreach ($made as $row) {
            $sheets->add($drawer->drawing($table->row((int) $row['row']), (int) $row['row']));
        }
        if ($made === []) {
            return [[], ['pages' => 0, 'labels' => 0, 'read_back' => 0, 'checked' => true]];
        }
        Files::write($this->out, $sheets->pdf());
        Files::write($this->manifest = "$this->out.manifest.json", Manifest::json($rows));

        return [[$this->out], $sheets->proof($this->out)];
    }
}
