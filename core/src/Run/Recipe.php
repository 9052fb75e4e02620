<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Payload\Kind;
use KeenGlyph\Core\Payload\MergeFields;
use KeenGlyph\Core\Symbol\ErrorCorrectionLevel;

/** What every row of a table becomes: kept as JSON and used again, whatever the table. */
final readonly class Recipe
{
    /** Dots of a side: every picture is read back from its dots. */
    private const MOST_DOTS = 3400;

    private const KEYS = ['symbology', 'text', 'kind', 'fields', 'name', 'format', 'level', 'size_mm', 'dpi', 'module_px', 'finish', 'caption', 'constants', 'transforms', 'version', 'layout', 'by_row', 'whole_dots'];

    /** What may come from a column in place of being the same in every row. */
    public const BY_ROW = ['level', 'size_mm', 'dark', 'light', 'shape'];

    /**
     * @param  string  $symbology  qr, microqr or a linear one
     * @param  string  $text  template; '' where fields are given
     * @param  array<array-key, mixed>  $fields  of the kind, their values templates
     * @param  string  $name  template of the file's name without its ending
     * @param  array<string, mixed>  $finish
     * @param  string  $caption  template; '' for none
     * @param  array<string, string>  $constants
     * @param  array<string, list<string>>  $transforms  steps by column
     * @param  ?int  $version  one for all rows
     * @param  ?LabelLayout  $layout  of a whole label; the symbol alone when null
     * @param  bool  $wholeDots  whether files of outlines keep to a printer's dots, too
     * @param  array<string, string>  $byRow  templates of what BY_ROW names; an empty cell leaves what holds for all
     */
    private function __construct(
        public string $symbology,
        public string $text,
        public ?Kind $kind,
        public array $fields,
        public string $name,
        public PictureFormat $format,
        public ErrorCorrectionLevel $level,
        public ?float $sizeMm,
        public float $dpi,
        public ?int $modulePx,
        public array $finish,
        public string $caption,
        public array $constants,
        public array $transforms,
        public ?int $version,
        public ?LabelLayout $layout,
        public array $byRow,
        public bool $wholeDots,
    ) {
    }

    /**
     * @param  array<array-key, mixed>  $given
     *
     * @throws InvalidRun
     */
    public static function of(array $given): self
    {
        foreach (array_keys(array_diff_key($given, array_flip(self::KEYS))) as $name) {
            throw new InvalidRun("There is no “{$name}” in a recipe. Known are ".implode(', ', self::KEYS).'.');
        }
        $text = static fn (string $name, string $usual = ''): string => ! isset($given[$name]) ? $usual : (is_string($given[$name]) && mb_check_encoding($given[$name], 'UTF-8') ? $given[$name] : throw new InvalidRun("$name is a text."));
        $number = static fn (string $name, float $least, float $most): ?float => ! isset($given[$name]) ? null : ((is_int($given[$name]) || is_float($given[$name])) && $given[$name] >= $least && $given[$name] <= $most ? (float) $given[$name] : throw new InvalidRun("$name is a number from $least to $most."));
        $map = static fn (string $name): array => ! isset($given[$name]) ? [] : (is_array($given[$name]) ? $given[$name] : throw new InvalidRun("$name has values by their names."));
        $symbology = $text('symbology', 'qr');
        if (! in_array($symbology, ['qr', 'microqr', ...array_column(LinearSymbology::cases(), 'value')], true)) {
            throw new InvalidRun("There is no symbology “{$symbology}” here: qr, microqr, ".implode(', ', array_column(LinearSymbology::cases(), 'value')).'.');
        }
        $kind = isset($given['kind']) ? Kind::tryFrom($text('kind')) ?? throw new InvalidRun('There is no kind “'.$text('kind').'”: '.implode(', ', array_column(Kind::cases(), 'value')).'.') : null;
        $fields = $map('fields');
        if (($text('text') === '') === ($fields === [])) {
            throw new InvalidRun('A recipe has either a text or the fields of a kind.');
        }
        if ($fields !== [] && $kind === null) {
            throw new InvalidRun('Fields need their kind.');
        }
        $transforms = [];
        foreach ($map('transforms') as $column => $steps) {
            $transforms[(string) $column] = array_values(array_map(static fn (mixed $step): string => is_string($step) ? $step : throw new InvalidRun('A step of a transform is a text such as upper.'), is_array($steps) ? $steps : throw new InvalidRun("transforms.$column is a list of steps.")));
            Transform::apply('', $transforms[(string) $column]);
        }
        /** @var array<string, mixed> $finish */
        $finish = $map('finish');
        FinishFile::read($finish, new MarkPictures);
        $size = $number('size_mm', 1, 10_000);
        $dpi = $number('dpi', 30, 4800);
        if ($size !== null && $size / 25.4 * ($dpi ?? 300.0) > self::MOST_DOTS) {
            throw new InvalidRun('A side has at most '.number_format(self::MOST_DOTS).' dots, from which it is read back: fewer millimetres or dots an inch.');
        }
        $layout = $map('layout') === [] ? null : LabelLayout::of($map('layout'));
        if ($layout !== null) {
            if ($size !== null || isset($given['module_px']) || $text('caption') !== '') {
                throw new InvalidRun('In a layout the symbol is as large as its part, and captions are parts of their own: leave out size_mm, module_px and caption.');
            }
            if (max($layout->width, $layout->height) / 25.4 * ($dpi ?? 300.0) > self::MOST_DOTS) {
                throw new InvalidRun('A label has at most '.number_format(self::MOST_DOTS).' dots a side, from which it is read back: fewer dots an inch.');
            }
            if (in_array($text('format', 'svg'), ['txt', 'json'], true)) {
                throw new InvalidRun('A label with a layout is a picture: svg, png, pdf, eps, webp or jpg.');
            }
            $size = $layout->symbol()->width;
        }
        if ($size !== null && isset($given['module_px'])) {
            throw new InvalidRun('Give size_mm with dpi, or module_px.');
        }

        return new self(
            $symbology, $text('text'), $kind, $fields, $text('name', '{{row}}'), PictureFormat::tryFrom($text('format', 'svg')) ?? throw new InvalidRun('There is no format “'.$text('format').'”: '.implode(', ', array_column(PictureFormat::cases(), 'value')).'.'),
            ErrorCorrectionLevel::tryFrom(strtoupper($text('level', $symbology === 'microqr' ? 'L' : 'M'))) ?? throw new InvalidRun('A level is L, M, Q or H.'), $size, $dpi ?? ($size === null ? 96.0 : 300.0), ($px = $number('module_px', 1, 200)) === null ? null : (int) $px,
            $finish, $text('caption'), self::constants($map('constants')), $transforms, ($version = $number('version', 1, 40)) === null ? null : (int) $version, $layout, self::byRow($map('by_row'), $layout !== null), is_bool($given['whole_dots'] ?? false) ? $given['whole_dots'] ?? false : throw new InvalidRun('whole_dots is true or false.'),
        );
    }

    /** The linear symbology of its rows; null where they are matrix symbols. */
    public function linear(): ?LinearSymbology
    {
        return LinearSymbology::tryFrom($this->symbology);
    }

    /** @return list<string> columns that its templates ask for, without row and the constants */
    public function columns(): array
    {
        $names = [];
        $templates = [$this->text, $this->fields, $this->name, $this->caption, $this->byRow, array_map(static fn (string $name): string => "{{{$name}}}", $this->layout?->columns() ?? [])];
        array_walk_recursive($templates, static function (mixed $one) use (&$names): void {
            $names = [...$names, ...(is_string($one) ? MergeFields::names($one) : [])];
        });

        return array_values(array_diff(array_unique($names), ['row', ...array_keys($this->constants)]));
    }

    /**
     * @param  array<array-key, mixed>  $given
     * @return array<string, string>
     *
     * @throws InvalidRun
     */
    private static function constants(array $given): array
    {
        $constants = [];
        foreach ($given as $name => $value) {
            $constants[(string) $name] = is_scalar($value) ? (string) $value : throw new InvalidRun('A constant is a text.');
        }

        return $constants;
    }

    /**
     * Values of a row as its templates take them: cleaned, with the constants and the row's number.
     *
     * @param  array<string, string>  $row
     * @return array<string, string>
     *
     * @throws InvalidRun when a value is not of the form that a transform needs
     */
    public function values(array $row, int $number): array
    {
        foreach (array_intersect_key($this->transforms, $row) as $column => $steps) {
            $row[$column] = Transform::apply($row[$column], $steps);
        }

        $named = [];
        foreach ($row as $column => $value) {
            // Templates name columns in plain letters, however the table writes them.
            $plain = (string) preg_replace('/[^A-Za-z0-9_.-]+/', '_', trim($column));
            $named[mb_strtolower($plain)] ??= $value;
            $named[$plain] ??= $value;
        }

        return ['row' => (string) $number, ...$this->constants, ...$named, ...$row];
    }

    /** The same with every module and bar on the dots of the printer, as a roll of labels wants it. */
    public function onDots(): self
    {
        return self::of([...$this->toArray(), 'whole_dots' => true]);
    }

    /**
     * The recipe of one row: what its cells say in place of what holds for all.
     *
     * @param  array<string, string>  $chosen  by what BY_ROW names, without empty ones
     *
     * @throws InvalidRun when a cell says what cannot be
     */
    public function chosen(array $chosen): self
    {
        $given = array_diff_key($this->toArray(), ['by_row' => 1]);
        foreach ($chosen as $name => $value) {
            $size = $name === 'size_mm' ? str_replace(',', '.', trim($value)) : '';
            if ($name === 'size_mm' && ! is_numeric($size)) {
                throw new InvalidRun("“{$value}” is no size in millimetres.");
            }
            if ($name === 'level' || $name === 'size_mm') {
                $given[$name] = $name === 'level' ? trim($value) : (float) $size;
                if ($name === 'size_mm') {
                    unset($given['module_px']);
                }
            } else {
                $given['finish'] = [...(is_array($given['finish'] ?? null) ? $given['finish'] : []), $name => trim($value)];
            }
        }

        return self::of($given);
    }

    /**
     * @param  array<array-key, mixed>  $given
     * @return array<string, string>
     *
     * @throws InvalidRun
     */
    private static function byRow(array $given, bool $hasLayout): array
    {
        $templates = [];
        foreach ($given as $name => $template) {
            if (! in_array($name, self::BY_ROW, true) || ! is_string($template) || mb_strlen($template) > 200 || ($hasLayout && $name === 'size_mm')) {
                throw new InvalidRun('What comes from a column is a text such as {{level}} for '.implode(', ', $hasLayout ? array_diff(self::BY_ROW, ['size_mm']) : self::BY_ROW).'.');
            }
            $templates[$name] = $template;
        }

        return array_filter($templates, static fn (string $template): bool => $template !== '');
    }

    /** @return array<string, mixed> as it is kept */
    public function toArray(): array
    {
        return array_filter([
            'symbology' => $this->symbology, 'text' => $this->text, 'kind' => $this->kind?->value, 'fields' => $this->fields, 'name' => $this->name, 'format' => $this->format->value, 'level' => $this->level->value, 'size_mm' => $this->layout === null ? $this->sizeMm : null,
            'dpi' => $this->dpi, 'module_px' => $this->modulePx, 'finish' => $this->finish, 'caption' => $this->caption, 'constants' => $this->constants, 'transforms' => $this->transforms, 'version' => $this->version, 'layout' => $this->layout?->toArray(), 'by_row' => $this->byRow, 'whole_dots' => $this->wholeDots,
        ], static fn (mixed $value): bool => $value !== null && $value !== '' && $value !== [] && $value !== false);
    }
}
