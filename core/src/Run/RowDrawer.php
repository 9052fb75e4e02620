<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use Closure;
use KeenGlyph\Core\Compose\BarsComposition;
use KeenGlyph\Core\Compose\BarsOptions;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Compose\CompositionOptions;
use KeenGlyph\Core\Compose\PayloadInput;
use KeenGlyph\Core\Compose\PrintOptions;
use KeenGlyph\Core\Compose\RefusedPayload;
use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\FinishFile;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\InvalidPicture;
use KeenGlyph\Core\Image\LuminancePlane;
use KeenGlyph\Core\Image\MarkPictures;
use KeenGlyph\Core\Image\PictureDecoder;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Image\PictureNotMade;
use KeenGlyph\Core\Linear\InvalidBars;
use KeenGlyph\Core\Payload\Context;
use KeenGlyph\Core\Payload\MergeFields;
use KeenGlyph\Core\Read\Reader;
use KeenGlyph\Core\Read\ReadOptions;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Symbol\EncodeOptions;
use KeenGlyph\Core\Symbol\InvalidSymbol;
use KeenGlyph\Core\Symbol\ModuleMatrix;
use KeenGlyph\Core\Symbol\Version;

/**
 * Makes a row's picture and lets nothing go that does not say, read from its finished pixels, what the row meant: at its
 * known place, and one in twenty found by a search, too. Micro QR and linear symbols are always searched for.
 */
final class RowDrawer
{
    /** Of how many one is searched for. */
    private const SEARCHED = 20;

    /** Milliseconds for a search. */
    private const SEARCH_MS = 3000.0;

    private readonly ?Finish $finish;

    /** Kept at the same time, of rows that choose differently. */
    private const OTHERS = 50;

    /** @var array<string, self> by what their rows chose */
    private array $others = [];

    private readonly Reader $reader;

    /** @var ?array{?Closure(string): string} how values are written in the recipe's text, once that is known */
    private ?array $writing = null;

    /** Of the symbol in a layout; as the options say when null. */
    private readonly ?Size $size;

    /**
     * @param  ?CompositionOptions  $options  in place of the recipe's own, for all that it does not know
     * @param  ?BarsOptions  $bars  the same for linear symbols
     */
    public function __construct(private readonly Recipe $recipe, private readonly Context $context = new Context, private readonly ?CompositionOptions $options = null, private readonly ?BarsOptions $bars = null)
    {
        $this->finish = match (true) {
            $recipe->caption !== '' => null,
            $options !== null => $this->onGround($options->finish),
            default => $this->onGround(FinishFile::read($this->quiet($recipe->finish), new MarkPictures)),
        };
        $this->reader = new Reader;
        $part = $recipe->layout?->symbol();
        $this->size = $part === null ? null : Size::ofMillimetres($part->width, $recipe->dpi);
    }

    /**
     * @param  array<string, string>  $row  values by column
     * @param  ?string  $says  in place of what the recipe would, such as the short address of its link
     *
     * @throws InvalidRun with what is wrong with the row
     */
    public function draw(array $row, int $number, ?string $says = null): DrawnRow
    {
        if ($this->recipe->byRow !== []) {
            return $this->ofRow($row, $number)->draw($row, $number, $says);
        }

        return $this->told(function () use ($row, $number, $says): DrawnRow {
            $values = $this->recipe->values($row, $number);
            $composition = $this->composed($values, $says);
            $label = $this->label($composition, $values, PictureFormat::Png);
            $png = $this->recipe->layout === null ? $composition->picture(PictureFormat::Png) : PngRenderer::render($label->scene);
            $searched = $this->readBack($label, (new PictureDecoder)->decode($png), $number);
            $format = $this->recipe->format;
            $picture = match (true) {
                $format === PictureFormat::Png => $png,
                $this->recipe->layout === null => $composition->picture($format),
                // Of a label there are no modules to be told as text; a recipe does not ask for them.
                default => $format->draw($format->isVector() ? $this->label($composition, $values, $format)->scene : $label->scene, new ModuleMatrix(['0']), Finish::plain(), physical: true, png: $png),
            };

            return new DrawnRow($number, $label->text, $label->designation, $picture, $searched);
        });
    }

    /**
     * The drawing of a row that was made before, for a sheet.
     *
     * @param  array<string, string>  $row
     * @param  ?string  $says  in place of what the recipe would
     *
     * @throws InvalidRun
     */
    public function drawing(array $row, int $number, PictureFormat $format = PictureFormat::Pdf, ?string $says = null): LabelDrawing
    {
        if ($this->recipe->byRow !== []) {
            return $this->ofRow($row, $number)->drawing($row, $number, $format, $says);
        }

        return $this->told(function () use ($row, $number, $format, $says): LabelDrawing {
            $values = $this->recipe->values($row, $number);

            return $this->label($this->composed($values, $says), $values, $format);
        });
    }

    /**
     * The same as a PNG, a pixel a dot of the printer.
     *
     * @param  array<string, string>  $row
     *
     * @throws InvalidRun
     */
    public function dots(array $row, int $number): string
    {
        return PngRenderer::render($this->drawing($row, $number, PictureFormat::Png)->scene);
    }

    /**
     * Whoever draws rows with these choices: few of them differ, and each is made once.
     *
     * @param  array<string, string>  $row
     *
     * @throws InvalidRun when a cell says what cannot be
     */
    private function ofRow(array $row, int $number): self
    {
        $values = $this->recipe->values($row, $number);
        $chosen = array_filter(array_map(fn (string $template): string => $this->filled($template, $values), $this->recipe->byRow), static fn (string $one): bool => trim($one) !== '');
        $name = implode("\0", array_map(static fn (string $key, string $one): string => "$key=$one", array_keys($chosen), $chosen));
        if (count($this->others) >= self::OTHERS) {
            $this->others = [];
        }

        return $this->others[$name] ??= $this->told(fn (): self => new self($this->recipe->chosen($chosen), $this->context));
    }

    /** The version that a text needs by the recipe; null where symbols have none. */
    public function versionOf(string $text): ?int
    {
        return $this->told(function () use ($text): ?int {
            $version = $this->recipe->linear() === null ? Composition::fit(PayloadInput::ofText($text), $this->options([]), $this->context)[1] : null;

            return $version instanceof Version ? $version->number : null;
        });
    }

    /**
     * Width of a module and of the whole symbol with its quiet zone when it has this version, in millimetres; null where no size is stated.
     *
     * @return ?array{float, float}
     */
    public function sizeOf(int $version): ?array
    {
        try {
            $layout = Layout::of(Version::of($version)->modules(), $this->finish ?? $this->captioned([], []), $this->options([])->size);

            return [$layout->moduleMm(), ($layout->modules + 2 * $layout->quiet()) * $layout->moduleMm()];
        } catch (InvalidFinish) {
            // It would not be drawn either, and the row says why.
            return null;
        }
    }

    /**
     * What a row would say and how large its symbol would be, without drawing it.
     *
     * @param  array<string, string>  $row
     * @return array{text: string, version: ?int, problem: ?string, caution: ?string}
     */
    public function check(array $row, int $number): array
    {
        try {
            if ($this->recipe->byRow !== []) {
                return $this->ofRow($row, $number)->check($row, $number);
            }
            $values = $this->recipe->values($row, $number);
            $linear = $this->recipe->linear();
            if ($linear !== null) {
                $text = $this->filled($this->recipe->text, $values);
                $this->demandText($text, $values);

                $this->demandFit($values);

                return ['text' => $linear->encode($text)->text, 'version' => null, 'problem' => null, 'caution' => null];
            }
            [$payload, $version] = Composition::fit($this->input($values), $this->options($values), $this->context);
            $this->demandText($payload->text, $values);
            $this->demandFit($values);

            return ['text' => $payload->text, 'version' => $version instanceof Version ? $version->number : null, 'problem' => null, 'caution' => ($payload->problems[0] ?? null)?->message];
        } catch (RefusedPayload $e) {
            return ['text' => $e->payload->text, 'version' => null, 'problem' => $e->payload->errors() === [] ? $e->getMessage() : $e->payload->errors()[0]->message, 'caution' => null];
        } catch (InvalidRun|InvalidBars|InvalidSymbol|InvalidFinish $e) {
            return ['text' => '', 'version' => null, 'problem' => $e->getMessage(), 'caution' => null];
        }
    }

    /**
     * @template T
     *
     * @param  callable(): T  $make
     * @return T
     *
     * @throws InvalidRun with whatever is wrong
     */
    private function told(callable $make): mixed
    {
        try {
            return $make();
        } catch (RefusedPayload $e) {
            $problem = $e->payload->errors()[0] ?? null;
            throw new InvalidRun($problem === null ? $e->getMessage() : ($problem->field === 'text' ? '' : "$problem->field: ").$problem->message, 0, $e);
        } catch (InvalidPicture) {
            throw new InvalidRun('The picture has more dots than are read back: make it smaller.');
        } catch (InvalidBars|InvalidSymbol|InvalidFinish|PictureNotMade $e) {
            throw new InvalidRun($e->getMessage(), 0, $e);
        }
    }

    /** @param  array<string, string>  $values */
    private function composed(array $values, ?string $says = null): Composition|BarsComposition
    {
        $linear = $this->recipe->linear();
        if ($linear === null) {
            $composition = Composition::of($says === null ? $this->input($values) : PayloadInput::ofText($says), $this->options($values), $this->context);
            $this->demandText($composition->symbol->text, $values);

            return $composition;
        }
        $text = $this->filled($this->recipe->text, $values);
        $this->demandText($text, $values);
        $size = $this->recipe->sizeMm === null ? Size::ofModule($this->recipe->modulePx ?? BarsOptions::MODULE_PX, $this->recipe->dpi) : Size::ofMillimetres($this->recipe->sizeMm, $this->recipe->dpi);
        $part = $this->recipe->layout?->symbol();

        $given = $this->bars ?? new BarsOptions(finish: FinishFile::read($this->recipe->finish, new MarkPictures), size: $size, wholeDots: $this->recipe->wholeDots);

        return BarsComposition::of($linear, $text, $part === null ? $given : new BarsOptions($this->onGround($given->finish), $this->size, $given->addsCheck, $given->captioned, $given->inks, $given->wholeDots, $given->name, $given->title, $part->height / $part->width));
    }

    /** @param  array<string, string>  $values */
    private function label(Composition|BarsComposition $composition, array $values, PictureFormat $format): LabelDrawing
    {
        return $this->recipe->layout === null
            ? LabelPainter::alone($composition, $format)
            : LabelPainter::paint($this->recipe->layout, $composition, fn (string $template): string => $this->filled($template, $values), $format, $this->recipe->dpi, $this->recipe->wholeDots);
    }

    /**
     * Every symbol of the label is read from its finished pixels.
     *
     * @return bool whether the row's own was searched for, too
     *
     * @throws InvalidRun
     */
    private function readBack(LabelDrawing $label, LuminancePlane $picture, int $number): bool
    {
        foreach ($label->symbols as $symbol) {
            $symbol->isReadIn($picture, 0.0, 0.0, $label->scene->layout->dpi / 25.4) || throw new InvalidRun($symbol->isLinear || $symbol->modules < 21 ? "What was drawn is not found by a reader as {$symbol->text}: make it larger, or its colours plainer." : 'What was drawn does not say what was meant: something lies over it, or its modules have too few dots.');
        }
        $own = array_values(array_filter($label->symbols, static fn (PlacedSymbol $symbol): bool => $symbol->text === $label->text))[0];
        if ($own->isLinear || $own->modules < 21) {
            return true;
        }
        if ($number % self::SEARCHED !== 0) {
            return false;
        }
        $found = array_map(static fn ($reading): string => $reading->symbol->content->bytes, $this->reader->read($picture, new ReadOptions(budgetMs: self::SEARCH_MS))->readings);
        in_array($label->text, $found, true) || throw new InvalidRun('What was drawn is not found by a reader that looks for it: make it larger, or its colours plainer.');

        return true;
    }

    /** @param  array<string, string>  $values */
    private function input(array $values): PayloadInput
    {
        if ($this->recipe->fields !== [] && $this->recipe->kind !== null) {
            return PayloadInput::ofFields($this->recipe->kind, $this->recipe->fields, $values);
        }
        // The template is the same in all rows, and so is how it takes its values.
        $this->writing ??= [MergeFields::writing($this->recipe->text, $this->recipe->kind, $this->context)];

        return PayloadInput::ofText(MergeFields::replaced($this->recipe->text, $values, $this->writing[0]), $this->recipe->kind);
    }

    /** @param  array<string, string>  $values */
    private function options(array $values): CompositionOptions
    {
        $recipe = $this->recipe;
        if ($this->options !== null) {
            $given = $this->options;

            return new CompositionOptions($given->encoding, $this->finish ?? $this->captioned(FinishFile::write($given->finish), $values), $this->size ?? $given->size, $this->printed($given->print), $given->name, $given->title, $given->asIs);
        }
        $isMicro = $recipe->symbology === 'microqr';

        return new CompositionOptions(
            encoding: new EncodeOptions(level: $recipe->level, version: $recipe->version === null || $isMicro ? null : Version::of($recipe->version), micro: $isMicro),
            finish: $this->finish ?? $this->captioned($this->quiet($recipe->finish), $values),
            size: $recipe->sizeMm === null ? Size::ofModule($recipe->modulePx ?? CompositionOptions::MODULE_PX, $recipe->dpi) : Size::ofMillimetres($recipe->sizeMm, $recipe->dpi),
            print: $this->printed(new PrintOptions),
        );
    }

    private function printed(PrintOptions $given): PrintOptions
    {
        return $this->recipe->wholeDots && ! $given->wholeDots ? new PrintOptions($given->printing, $given->distanceMm, $given->reserve, $given->inks, true) : $given;
    }

    /**
     * @param  array<string, mixed>  $finish
     * @param  array<string, string>  $values
     */
    private function captioned(array $finish, array $values): Finish
    {
        $caption = is_array($finish['caption'] ?? null) ? $finish['caption'] : [];

        return FinishFile::read([...$finish, 'caption' => [...$caption, 'text' => mb_substr($this->filled($this->recipe->caption, $values), 0, 200)]], new MarkPictures);
    }

    /** On a label of a colour, what would be white is that colour. */
    private function onGround(Finish $finish): Finish
    {
        $ground = $this->recipe->layout?->ground;

        return $ground === null || $finish->inks->light->hex() !== '#FFFFFF' ? $finish : FinishFile::read([...FinishFile::write($finish), 'light' => $ground->hex()], new MarkPictures);
    }

    /**
     * Micro QR Code wants two blank modules (ISO/IEC 18004:2015 6.3.8).
     *
     * @param  array<string, mixed>  $finish
     * @return array<string, mixed>
     */
    private function quiet(array $finish): array
    {
        return $this->recipe->symbology === 'microqr' ? $finish + ['quiet' => 2] : $finish;
    }

    /**
     * Texts and bars of the layout fit into their places.
     *
     * @param  array<string, string>  $values
     *
     * @throws InvalidRun|InvalidBars|InvalidFinish
     */
    private function demandFit(array $values): void
    {
        foreach ($this->recipe->layout->parts ?? [] as $part) {
            $text = $this->filled($part->text, $values);
            if ($part->kind === 'text' && trim($text) !== '') {
                LabelText::set($part, $text);
            } elseif ($part->kind === 'bars') {
                LabelPainter::barsOf($part, $text, $this->recipe->layout->ground ?? Colour::fromHex('#FFFFFF'), $this->recipe->dpi)->layout();
            }
        }
    }

    /** @param  array<string, string>  $values */
    private function demandText(string $text, array $values): void
    {
        if (trim($text) === '') {
            throw new InvalidRun('The row has nothing to say.');
        }
        foreach (MergeFields::names($this->recipe->text) as $name) {
            if (($values[$name] ?? '') === '') {
                throw new InvalidRun(isset($values[$name]) ? "The cell of “{$name}” is empty." : "There is no column “{$name}” in this table.");
            }
        }
    }

    /** @param  array<string, string>  $values */
    private function filled(string $template, array $values): string
    {
        return (string) preg_replace_callback('/\{\{\s*([A-Za-z_][A-Za-z0-9_.-]{0,63})\s*\}\}/', static fn (array $match): string => $values[$match[1]] ?? $match[0], $template);
    }
}
