<?php

declare(strict_types=1);

namespace KeenGlyph\Cli;

use InvalidArgumentException;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Compose\RefusedPayload;
use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Image\PictureNotMade;
use KeenGlyph\Core\Read\KnownPlaceReader;
use KeenGlyph\Core\Read\Point;
use KeenGlyph\Core\Read\Unreadable;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;
use KeenGlyph\Core\Symbol\Version;
use RuntimeException;

/** A table's rows as pictures, each read back from its pixels before it counts as made. */
final readonly class TablePictures
{
    private const FORMATS = ['svg', 'png', 'webp', 'jpg', 'pdf'];

    /** Rows of one table. */
    private const MOST = 100_000;

    public function __construct(private string $format)
    {
        if (! in_array($format, self::FORMATS, true)) {
            throw new UsageError('--format is '.implode(', ', self::FORMATS).'.');
        }
    }

    /** @return list<array{row: int, text: string, file: ?string, sha256: ?string, problem: ?string}> */
    public function draw(string $table, bool $isJson, string $folder): array
    {
        $made = [];
        $names = [];
        try {
            $rows = $isJson ? self::ofJson($table) : self::ofCsv($table);
        } catch (InvalidArgumentException $e) {
            return [['row' => 0, 'text' => '', 'file' => null, 'sha256' => null, 'problem' => $e->getMessage()]];
        }
        foreach ($rows as $number => $row) {
            $entry = ['row' => $number, 'text' => $row['text'] ?? '', 'file' => null, 'sha256' => null, 'problem' => null];
            try {
                [$format, $picture] = $this->picture($row);
                $name = self::name($row['name'] ?? '', $number, $names).'.'.$format->value;
                is_dir($folder) || mkdir($folder, 0777, true);
                Files::write("{$folder}/{$name}", $picture);
                $entry = [...$entry, 'file' => basename($folder).'/'.$name, 'sha256' => hash('sha256', $picture)];
            } catch (InvalidArgumentException|RefusedPayload|PictureNotMade|Unreadable $e) {
                $entry['problem'] = $e->getMessage();
            }
            $made[] = $entry;
        }

        return $made;
    }

    /**
     * @param  array<string, string>  $row
     * @return array{PictureFormat, string}
     */
    private function picture(array $row): array
    {
        $text = $row['text'] ?? '';
        $format = ($row['format'] ?? '') ?: $this->format;
        if ($text === '' || ! in_array($format, self::FORMATS, true)) {
            throw new InvalidArgumentException($text === '' ? 'The row has no text.' : "There is no format “{$format}” here: ".implode(', ', self::FORMATS).'.');
        }
        $side = $row['size_px'] ?? '';
        if ($side !== '' && preg_match('/^\d{1,5}$/D', $side) !== 1) {
            throw new InvalidArgumentException("size_px is a whole number, not “{$side}”.");
        }
        $composition = Composition::of(PayloadInput::ofText($text), new CompositionOptions(
            encoding: new EncodeOptions(level: ErrorCorrectionLevel::tryFrom(($row['level'] ?? '') ?: 'M') ?? throw new InvalidArgumentException("There is no level “{$row['level']}”: L, M, Q or H.")),
            finish: Finish::coloured(Colour::fromHex(($row['dark'] ?? '') ?: '#000000'), Colour::fromHex(($row['light'] ?? '') ?: '#FFFFFF', 'light')),
            size: $side === '' ? Size::ofModule(CompositionOptions::MODULE_PX) : Size::ofSide((int) $side),
            name: ($row['name'] ?? '') ?: null,
        ));
        self::readBack($composition);
        $picture = PictureFormat::from($format);

        return [$picture, $composition->picture($picture)];
    }

    /** What was drawn says what was meant: every module is sampled from the pixels where it was put. */
    private static function readBack(Composition $composition): void
    {
        $layout = $composition->layout();
        [$left, $top, $side] = [(float) $layout->before, (float) $layout->above, (float) $layout->modules * $layout->modulePx];
        $version = $composition->symbol->version;
        $plane = (new PictureDecoder)->decode($composition->picture(PictureFormat::Png));
        $reading = $version instanceof Version
            ? KnownPlaceReader::read($plane, $version, [new Point($left, $top), new Point($left + $side, $top), new Point($left + $side, $top + $side), new Point($left, $top + $side)], $composition->finish->isReversed())
            : null;
        if ($reading?->symbol->content->bytes !== $composition->symbol->text) {
            throw new InvalidArgumentException('What was drawn does not read as the text.');
        }
    }

    /** @return array<int, array<string, string>> by the number of the row */
    private static function ofCsv(string $table): array
    {
        $table = (string) preg_replace(['/^\xEF\xBB\xBF/', '/\r\n?/'], ['', "\n"], $table);
        $first = strtok($table, "\n") ?: '';
        $separator = array_reduce([',', ';', "\t"], static fn (string $best, string $mark): string => substr_count($first, $mark) > substr_count($first, $best) ? $mark : $best, ',');
        $stream = fopen('php://temp', 'w+') ?: throw new RuntimeException('There is no room for a temporary file.');
        fwrite($stream, $table);
        rewind($stream);
        $heads = array_map(static fn (?string $head): string => strtolower(trim((string) $head)), fgetcsv($stream, null, $separator, '"', '') ?: []);
        if (! in_array('text', $heads, true)) {
            throw new InvalidArgumentException('The first line names the columns, and one of them is “text”.');
        }
        $rows = [];
        for ($number = 2; ($cells = fgetcsv($stream, null, $separator, '"', '')) !== false && count($rows) < self::MOST; $number++) {
            if ($cells !== [null]) {
                $rows[$number] = array_combine($heads, array_map(strval(...), array_slice(array_pad($cells, count($heads), ''), 0, count($heads))));
            }
        }
        fclose($stream);

        return $rows;
    }

    /** @return array<int, array<string, string>> */
    private static function ofJson(string $table): array
    {
        $list = json_decode($table, true, 16);
        if (! is_array($list)) {
            throw new InvalidArgumentException('This is no JSON: '.json_last_error_msg().'.');
        }
        $rows = [];
        foreach (array_slice(array_is_list($list) ? $list : [$list], 0, self::MOST) as $i => $row) {
            $rows[$i + 1] = array_map(static fn (mixed $value): string => is_scalar($value) ? (string) $value : '', is_array($row) ? $row : ['text' => is_scalar($row) ? (string) $row : '']);
        }

        return $rows;
    }

    /** @param  array<string, true>  $taken */
    private static function name(string $wanted, int $number, array &$taken): string
    {
        // A name is a name, never a path.
        $name = trim((string) preg_replace('/[^\pL\pN._-]+/u', '-', mb_substr($wanted, 0, 80)), '.-') ?: sprintf('row-%05d', $number);
        $free = isset($taken[mb_strtolower($name)]) ? "{$name}-{$number}" : $name;
        $taken[mb_strtolower($free)] = true;

        return $free;
    }
}
