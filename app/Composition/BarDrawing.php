<?php

declare(strict_types=1);

namespace App\Composition;

use App\Support\FileName;
use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Image\PictureFormat;
use KeenGlyph\Core\Linear\BarSheet;
use KeenGlyph\Core\Linear\LinearSymbol;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Render\PrintInk;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Symbol\ModuleMatrix;

/** A linear symbol drawn: its bars, the grid they stand in, and the pictures. */
final readonly class BarDrawing
{
    private const MODULE_PX = 3;

    private function __construct(
        public LinearSymbol $symbol,
        private ModuleMatrix $matrix,
        public Layout $layout,
        private Finish $finish,
        private ?string $name,
        private PrintInk $inks,
        private bool $wholeDots,
    ) {
    }

    /**
     * @param  array<string, mixed>  $given  validated input
     *
     * @throws \KeenGlyph\Core\Linear\InvalidBars|\KeenGlyph\Core\Finish\InvalidFinish
     */
    public static function fromArray(array $given): self
    {
        $string = static fn (string $key, string $default): string => is_string($given[$key] ?? null) ? $given[$key] : $default;
        $symbol = LinearSymbology::from($string('symbology', ''))->encode($string('text', ''), (bool) ($given['check'] ?? false));
        $matrix = BarSheet::matrix($symbol, (bool) ($given['captioned'] ?? true));
        $size = Composition::size($given, self::MODULE_PX);
        $finish = new Finish(Colour::fromHex($string('dark', '#000000')), Colour::fromHex($string('light', '#FFFFFF'), 'light'), 0);

        return new self(
            $symbol, $matrix, Layout::ofBars($matrix->columns(), $matrix->size(), $size), $finish,
            is_string($given['name'] ?? null) ? $given['name'] : null,
            ($given['cmyk'] ?? false) === true ? PrintInk::Cmyk : PrintInk::Rgb,
            ($given['whole_dots'] ?? false) === true,
        );
    }

    /** Where a file of this format has its parts: one without dots keeps a length exactly, unless dots are asked for. */
    public function layoutFor(PictureFormat $format): Layout
    {
        $millimetres = $this->layout->askedMm;

        return ! $format->isVector() || $millimetres === null || $this->wholeDots ? $this->layout : Layout::exactBars($this->matrix->columns(), $this->matrix->size(), $millimetres);
    }

    public function picture(PictureFormat $format): string
    {
        $layout = $this->layoutFor($format);
        $scene = SceneBuilder::ofGrid($this->matrix, $this->finish, $layout, "{$this->symbol->symbology->label()}: {$this->symbol->text}");

        return $format->draw($scene, $this->matrix, $this->finish, $this->inks, $layout->askedMm !== null);
    }

    public function fileName(PictureFormat $format): string
    {
        return FileName::plain($this->name ?? $this->symbol->text, "{$this->symbol->symbology->value}-{$this->layout->sidePx}px", $format->value);
    }
}
