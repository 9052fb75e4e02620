<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Compose;

use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Linear\BarSheet;
use KeenGlyph\Core\Linear\InvalidBars;
use KeenGlyph\Core\Linear\LinearSymbol;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Render\Scene;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** A linear symbol, carried out: its bars, the grid that they stand in, and the pictures. */
final readonly class BarsComposition
{
    /** Height of bars as a multiple of their width. */
    private const HIGHEST = 4;

    private function __construct(
        public LinearSymbol $symbol,
        private ModuleMatrix $matrix,
        private BarsOptions $options,
    ) {
    }

    /** @throws \KeenGlyph\Core\Linear\InvalidBars when the symbology cannot carry the text */
    public static function of(LinearSymbology $symbology, string $text, BarsOptions $options = new BarsOptions): self
    {
        $symbol = $symbology->encode($text, $options->addsCheck);

        $matrix = BarSheet::matrix($symbol, $options->captioned);
        if ($options->aspect !== null) {
            if ($options->aspect > self::HIGHEST) {
                throw new InvalidBars('Bars are at most '.self::HIGHEST.' times as high as they are wide.');
            }
            $symbol = $symbol->ofHeight($symbol->height + (int) floor($matrix->columns() * $options->aspect) - $matrix->size());
            $matrix = BarSheet::matrix($symbol, $options->captioned);
        }

        return new self($symbol, $matrix, $options);
    }

    /**
     * Places in pixels, or in a printer's dots.
     *
     * @throws \KeenGlyph\Core\Finish\InvalidFinish when the size leaves a bar no pixel, or is too large
     */
    public function layout(): Layout
    {
        return Layout::ofBars($this->matrix->columns(), $this->matrix->size(), $this->options->size);
    }

    /**
     * Where a file of this format has its parts: one without dots keeps a length exactly, unless dots are asked for.
     *
     * @throws \KeenGlyph\Core\Finish\InvalidFinish
     */
    public function layoutFor(PictureFormat $format): Layout
    {
        $millimetres = $this->options->size->askedMm;

        return ! $format->isVector() || $millimetres === null || $this->options->wholeDots
            ? $this->layout()
            : Layout::exactBars($this->matrix->columns(), $this->matrix->size(), $millimetres);
    }

    /**
     * The drawing that a file of this format is made of.
     *
     * @throws \KeenGlyph\Core\Finish\InvalidFinish
     */
    public function sceneFor(PictureFormat $format): Scene
    {
        return SceneBuilder::ofGrid($this->matrix, $this->options->finish, $this->layoutFor($format), $this->title());
    }

    /**
     * The finished file.
     *
     * @throws \KeenGlyph\Core\Finish\InvalidFinish|\KeenGlyph\Core\Image\PictureNotMade
     */
    public function picture(PictureFormat $format): string
    {
        return $format->draw($this->sceneFor($format), $this->matrix, $this->options->finish, $this->options->inks, $this->options->size->askedMm !== null);
    }

    /** What the picture is called: its name, or what it says. */
    public function name(): string
    {
        return $this->options->name ?? mb_scrub($this->symbol->text, 'UTF-8');
    }

    private function title(): string
    {
        return $this->options->title ?? "{$this->symbol->symbology->label()}: ".mb_scrub($this->symbol->text, 'UTF-8');
    }
}
