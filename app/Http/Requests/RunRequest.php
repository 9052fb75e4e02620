<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Library\FindGlyphs;
use App\Models\Glyph;
use App\Runs\Keep;
use App\Support\Current;
use Closure;
use Illuminate\Http\UploadedFile;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Run\InvalidRun;
use KeenGlyph\Core\Run\Recipe;
use KeenGlyph\Core\Run\RowDrawer;
use KeenGlyph\Core\Run\Table;
use KeenGlyph\Core\Run\TableForm;

/** A table and what its rows become. */
final class RunRequest extends ApiRequest
{
    /** Bytes of a table in the body. */
    private const BYTES = 4_500_000;

    /** Bytes of a file. */
    private const FILE_BYTES = 20_000_000;

    /** Rows whose cells are mended in one request. */
    private const CHANGES = 2000;

    private ?Table $table = null;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['nullable', 'string', 'max:120', 'not_regex:/[\x00-\x1F]/'],
            'recipe' => ['required', 'array'],
            'csv' => ['nullable', 'string', 'max:'.self::BYTES],
            'rows' => ['nullable', 'array', 'list', 'max:20000'],
            'shelf' => ['nullable', 'string', 'max:80', 'not_regex:/\x00/'],
            'series' => ['nullable', 'array:prefix,from,to,step,digits,check'],
            'series.prefix' => ['string', 'max:60'],
            'series.from' => ['integer:strict'],
            'series.to' => ['integer:strict'],
            'series.step' => ['integer:strict', 'min:1'],
            'series.digits' => ['integer:strict', 'between:1,30'],
            'series.check' => ['boolean:strict'],
            'encoding' => ['nullable', Rule::in(TableForm::ENCODINGS)],
            'delimiter' => ['nullable', Rule::in(array_keys(TableForm::DELIMITERS))],
            // Laravel looks away from what is empty; an empty text is no answer.
            'header' => $this->input('header') === '' ? ['filled'] : ['nullable', 'boolean'],
            'sheet' => ['nullable', static function (string $attribute, mixed $value, Closure $fail): void {
                if (! is_string($value) && (! is_array($value) || array_is_list($value))) {
                    $fail('A sheet is the name of a common one, or its dimensions.');
                }
            }],
            'start' => ['nullable', 'integer', 'between:1,1000'],
            'keep' => ['nullable', 'array:shelf,waypoints,gate'],
            'keep.shelf' => ['nullable', 'string', 'max:80', 'not_regex:/\x00/'],
            'keep.waypoints' => ['boolean:strict'],
            'keep.gate' => ['nullable', 'string', 'max:120', 'not_regex:/[\x00-\x1F]/'],
            'changes' => ['nullable', 'array', 'max:'.self::CHANGES],
            'changes.*' => ['array', 'max:200'],
            'changes.*.*' => ['present', 'nullable', 'string', 'max:10000', 'not_regex:/\x00/'],
            'without' => ['nullable', 'array', 'list', 'max:'.self::CHANGES],
            'without.*' => ['integer:strict'],
        ];
    }

    protected function prepareForValidation(): void
    {
        // A form carries the recipe as JSON.
        foreach (['recipe', 'series', 'sheet', 'keep', 'changes', 'without'] as $name) {
            $given = $this->input($name);
            if (is_string($given) && strlen($given) > self::BYTES) {
                throw ValidationException::withMessages([$name => ['It has more than 4.5 MB. Take smaller pictures, or mend fewer cells here.']]);
            }
            $decoded = is_string($given) && preg_match('/^\s*[{\[]/', $given) === 1 ? json_decode($given, true) : null;
            if (is_array($decoded)) {
                $this->merge([$name => $decoded]);
            }
        }
        // Form data knows no types; JSON does, and says what it means.
        $header = $this->isJson() ? null : $this->input('header');
        if (is_string($header)) {
            $this->merge(['header' => match ($header) {
                'true', '1' => true, 'false', '0' => false, '' => null, default => $header
            }]);
        }
        parent::prepareForValidation();
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['recipe' => 'Say what each row becomes.', 'csv.max' => 'The table is larger than 4.5 MB; send it as a file, up to 20 MB.', 'rows.max' => 'At most 20,000 rows in the body; send a file, up to 100,000.'];
    }

    protected function known(): array
    {
        return ['file'];
    }

    /** @throws ValidationException */
    public function recipe(): Recipe
    {
        try {
            $recipe = Recipe::of((array) $this->input('recipe'));
            // What its finish and options cannot be is said before a row is looked at.
            new RowDrawer($recipe);

            return $recipe;
        } catch (InvalidRun|InvalidFinish $e) {
            throw ValidationException::withMessages(['recipe' => [$e->getMessage()]]);
        }
    }

    /** @throws ValidationException */
    public function table(Recipe $recipe): Table
    {
        if ($this->table === null) {
            $table = $this->read($recipe);
            try {
                /** @var list<int> $without */
                $without = (array) $this->input('without');
                $changes = array_map(static fn (mixed $cells): mixed => is_array($cells) ? array_map(static fn (mixed $value): mixed => $value ?? '', $cells) : $cells, (array) $this->input('changes'));
                $this->table = $changes === [] && $without === [] ? $table : $table->changed($changes, $without);
            } catch (InvalidRun $e) {
                throw ValidationException::withMessages(['changes' => [$e->getMessage()]]);
            }
        }

        return $this->table;
    }

    public function keep(): Keep
    {
        $keep = $this->input('keep');

        return Keep::of(is_array($keep) ? $keep : null);
    }

    /** @return string|array<array-key, mixed>|null */
    public function sheet(): string|array|null
    {
        $sheet = $this->input('sheet');

        return $sheet !== '' && (is_string($sheet) || is_array($sheet)) ? $sheet : null;
    }

    /** @throws ValidationException */
    private function read(Recipe $recipe): Table
    {
        $file = $this->file('file');
        $sources = array_filter([$file, $this->input('csv'), $this->input('rows'), $this->input('shelf'), $this->input('series')], static fn (mixed $one): bool => $one !== null && $one !== '');
        if (count($sources) !== 1) {
            throw ValidationException::withMessages(['table' => ['Give one table: a file, csv, rows, a shelf or a series.']]);
        }
        try {
            if ($file instanceof UploadedFile) {
                if (! $file->isValid() || $file->getSize() > self::FILE_BYTES) {
                    throw new InvalidRun($file->isValid() ? 'A file has at most 20 MB. Leave out columns that are not needed, or make several of it.' : 'The file did not arrive whole. Send it again.');
                }
                $bytes = $file->getContent();

                return str_ends_with(strtolower($file->getClientOriginalName()), '.json') ? Table::json($bytes) : $this->csv($bytes, $recipe);
            }
            if (is_string($this->input('csv')) && $this->input('csv') !== '') {
                return $this->csv($this->input('csv'), $recipe);
            }
            if (is_string($this->input('shelf')) && $this->input('shelf') !== '') {
                return $this->shelf($this->input('shelf'));
            }
            if (is_array($this->input('series'))) {
                return $this->series($this->input('series'));
            }

            return Table::json((string) json_encode($this->input('rows'), JSON_INVALID_UTF8_SUBSTITUTE));
        } catch (InvalidRun $e) {
            throw ValidationException::withMessages(['table' => [$e->getMessage()]]);
        }
    }

    private function csv(string $bytes, Recipe $recipe): Table
    {
        if (str_starts_with($bytes, "PK\x03\x04") || str_starts_with($bytes, "\xD0\xCF\x11\xE0")) {
            throw new InvalidRun('This is a spreadsheet file. Save it as CSV (UTF-8), its codes as text, and take that.');
        }
        $guess = TableForm::guess($bytes, $recipe->columns());
        /** @var 'UTF-8'|'UTF-16LE'|'UTF-16BE'|'Windows-1252' $encoding */
        $encoding = $this->filled('encoding') ? $this->string('encoding')->toString() : $guess->encoding;

        return Table::csv($bytes, new TableForm($encoding, $this->filled('delimiter') ? TableForm::DELIMITERS[$this->string('delimiter')->toString()] : $guess->delimiter, $this->input('header') === null ? $guess->hasHeader : $this->boolean('header')));
    }

    /** The glyphs of a shelf and those below it: name and text of each. */
    private function shelf(string $shelf): Table
    {
        $glyphs = (new FindGlyphs(Current::workspace($this)))->by('', $shelf, null, null, 'no', false)->orderBy('name')->limit(Table::MOST)->get(['name', 'text']);

        return Table::of(array_values($glyphs->map(static fn (Glyph $glyph): array => ['name' => $glyph->name, 'text' => $glyph->text])->all()));
    }

    /** @param  array<array-key, mixed>  $series */
    private function series(array $series): Table
    {
        $number = static fn (string $name, int $usual): int => is_int($series[$name] ?? null) ? $series[$name] : $usual;

        return Table::series(is_string($series['prefix'] ?? null) ? mb_substr($series['prefix'], 0, 60) : '', $number('from', 1), $number('to', 0), $number('step', 1), $number('digits', 1), ($series['check'] ?? false) === true);
    }
}
