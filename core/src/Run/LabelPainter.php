<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Run;

use KeenGlyph\Core\Compose\BarsComposition;
use KeenGlyph\Core\Compose\BarsOptions;
use KeenGlyph\Core\Compose\Composition;
use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\InvalidFinish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\PixelArt;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Render\MovedParts;
use KeenGlyph\Core\Render\Paint;
use KeenGlyph\Core\Render\Path;
use KeenGlyph\Core\Render\PathData;
use KeenGlyph\Core\Render\Picture;
use KeenGlyph\Core\Render\Piece;
use KeenGlyph\Core\Render\Scene;

/**
 * A layout filled in: one drawing of symbol, texts, bars, pictures and boxes. In a format of outlines its unit is a tenth of a
 * millimetre; in one of pixels a dot, and symbols lie on whole dots.
 */
final class LabelPainter
{
    private const UNITS_A_MM = 10;

    /** Units a millimetre. */
    private readonly float $unit;

    /** @var list<Piece|Picture> */
    private array $parts = [];

    /** @var list<PlacedSymbol> */
    private array $symbols = [];

    private function __construct(private readonly LabelLayout $layout, private readonly PictureFormat $format, private readonly float $dpi, private readonly bool $onDots)
    {
        $this->unit = $format->isVector() ? self::UNITS_A_MM : $dpi / 25.4;
    }

    /**
     * @param  Composition|BarsComposition  $symbol  of the row, as wide as its part
     * @param  callable(string): string  $filled  a template with the row's values
     * @param  bool  $onDots  whether symbols lie on a printer's dots in files of outlines, too
     *
     * @throws InvalidRun when a part does not fit
     * @throws InvalidFinish|\KeenGlyph\Core\Linear\InvalidBars
     */
    public static function paint(LabelLayout $layout, Composition|BarsComposition $symbol, callable $filled, PictureFormat $format, float $dpi, bool $onDots = false): LabelDrawing
    {
        $painter = new self($layout, $format, $dpi, $onDots);
        $painter->box(-$layout->bleed, -$layout->bleed, $layout->width + 2 * $layout->bleed, $layout->height + 2 * $layout->bleed, Paint::of($layout->ground));
        foreach ($layout->parts as $part) {
            $painter->part($part, $symbol, $filled);
        }
        $text = $symbol->symbol->text;

        return new LabelDrawing(new Scene($painter->place(), $painter->parts, $layout->ground, mb_scrub($text, 'UTF-8')), $painter->symbols, $text, self::designation($symbol));
    }

    /** A symbol that is the whole label. */
    public static function alone(Composition|BarsComposition $symbol, PictureFormat $format): LabelDrawing
    {
        $scene = $symbol->sceneFor($format);
        $place = $scene->layout;
        $dot = 25.4 / $place->dpi;
        $isLinear = $symbol instanceof BarsComposition;
        $side = $place->modules * $place->modulePx * $dot;

        return new LabelDrawing($scene, [
            new PlacedSymbol($symbol->symbol->text, $place->before * $dot, $place->above * $dot, $side, $isLinear ? $place->heightPx * $dot : $side, $place->modules, $isLinear, ! $isLinear && $symbol->finish->isReversed()),
        ], $symbol->symbol->text, self::designation($symbol));
    }

    private static function designation(Composition|BarsComposition $symbol): string
    {
        return $symbol instanceof Composition ? $symbol->symbol->designation() : $symbol->symbol->symbology->value;
    }

    private function place(): Layout
    {
        $sides = array_map(fn (float $mm): int => max(1, (int) round($mm * $this->unit)), [$this->layout->width, $this->layout->height]);

        return $this->format->isVector() ? Layout::exactBars($sides[0], $sides[1], $this->layout->width) : Layout::ofBars($sides[0], $sides[1], Size::ofModule(1, $this->dpi));
    }

    /** @param  callable(string): string  $filled */
    private function part(LabelPart $part, Composition|BarsComposition $symbol, callable $filled): void
    {
        match ($part->kind) {
            'symbol' => $this->symbol($part, $symbol),
            'text' => $this->text($part, $filled($part->text)),
            'bars' => $this->symbol($part, self::barsOf($part, $filled($part->text), $this->layout->ground, $this->dpi, $this->onDots)),
            'box' => $this->box($part->x, $part->y, $part->width, $part->height, Paint::of($part->ink)),
            'picture' => $this->picture($part),
        };
    }

    private function box(float $x, float $y, float $width, float $height, Paint $paint): void
    {
        $this->parts[] = new Piece(Path::box($x * $this->unit, $y * $this->unit, $width * $this->unit, $height * $this->unit), $paint);
    }

    private function text(LabelPart $part, string $text): void
    {
        // An empty cell leaves its line out.
        if (trim($text) !== '') {
            $this->parts[] = new Piece(LabelText::set($part, $text)->placed($this->unit, $this->unit, 0.0, 0.0), Paint::of($part->ink));
        }
    }

    /**
     * The bars of a part, as wide and high as it is.
     *
     * @throws InvalidRun when they have nothing to say
     * @throws \KeenGlyph\Core\Linear\InvalidBars
     */
    public static function barsOf(LabelPart $part, string $text, Colour $ground, float $dpi, bool $onDots = false): BarsComposition
    {
        if ($part->symbology === null || trim($text) === '') {
            throw new InvalidRun("The bars have nothing to say: “{$part->text}” is empty.");
        }

        return BarsComposition::of($part->symbology, $text, new BarsOptions(finish: Finish::coloured($part->ink, $ground), size: Size::ofMillimetres($part->width, $dpi), captioned: $part->isCaptioned, wholeDots: $onDots, aspect: $part->height / $part->width));
    }

    private function symbol(LabelPart $part, Composition|BarsComposition $symbol): void
    {
        $scene = $symbol->sceneFor($this->format);
        $place = $scene->layout;
        // Units a dot of the symbol's own picture.
        $dot = $this->format->isVector() ? 25.4 / $place->dpi * $this->unit : 1.0;
        [$width, $height] = [$place->sidePx * $dot, $place->heightPx * $dot];
        if ($height > $part->height * $this->unit + 0.5 || $width > $part->width * $this->unit + 0.5) {
            throw new InvalidRun(sprintf('The symbol is %.1f × %.1f mm, its place on the label %.1f × %.1f.', $width / $this->unit, $height / $this->unit, $part->width, $part->height));
        }
        [$x, $y] = [$part->x * $this->unit + ($part->width * $this->unit - $width) / 2, $part->y * $this->unit + ($part->height * $this->unit - $height) / 2];
        if (! $this->format->isVector() || $this->onDots) {
            // Units a dot of the printer.
            $step = $this->unit * 25.4 / $this->dpi;
            [$x, $y] = [round($x / $step) * $step, round($y / $step) * $step];
        }
        [$left, $top] = [$x + $place->before * $dot, $y + $place->above * $dot];
        array_push($this->parts, ...MovedParts::of($scene, $place->modulePx * $dot, $left, $top));
        $isLinear = $symbol instanceof BarsComposition;
        $side = $place->modules * $place->modulePx * $dot / $this->unit;
        $this->symbols[] = new PlacedSymbol($symbol->symbol->text, $left / $this->unit, $top / $this->unit, $side, $isLinear ? $height / $this->unit : $side, $place->modules, $isLinear, ! $isLinear && $symbol->finish->isReversed());
    }

    private function picture(LabelPart $part): void
    {
        $art = $part->art;
        if ($art === null) {
            return;
        }
        $scale = min($part->width / $art->width, $part->height / $art->height) * $this->unit;
        [$x, $y] = [$part->x * $this->unit + ($part->width * $this->unit - $art->width * $scale) / 2, $part->y * $this->unit + ($part->height * $this->unit - $art->height * $scale) / 2];
        if ($art instanceof PixelArt) {
            $this->parts[] = new Picture($art, $x, $y, $art->width * $scale, $art->height * $scale);

            return;
        }
        foreach ($art->outlines as $outline) {
            $this->parts[] = new Piece(PathData::parse($outline->path)->placed($scale, $scale, $x, $y), Paint::of($outline->ink), $outline->isEvenOdd);
        }
    }
}
