<?php

declare(strict_types=1);

namespace App\Composition;

use KeenGlyph\Core\Finish\Colour;
use KeenGlyph\Core\Finish\Finish;
use KeenGlyph\Core\Finish\Layout;
use KeenGlyph\Core\Finish\Size;
use KeenGlyph\Core\Linear\BarSheet;
use KeenGlyph\Core\Linear\LinearSymbol;
use KeenGlyph\Core\Linear\LinearSymbology;
use KeenGlyph\Core\Render\PngRenderer;
use KeenGlyph\Core\Render\Scene;
use KeenGlyph\Core\Render\SceneBuilder;
use KeenGlyph\Core\Render\SvgRenderer;
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
        $integer = static fn (string $key): ?int => is_numeric($given[$key] ?? null) ? (int) $given[$key] : null;
        $symbol = LinearSymbology::from($string('symbology', ''))->encode($string('text', ''), (bool) ($given['check'] ?? false));
        $matrix = BarSheet::matrix($symbol, (bool) ($given['captioned'] ?? true));
        $sizePx = $integer('size_px');
        $size = $sizePx === null ? Size::ofModule($integer('module_px') ?? self::MODULE_PX) : Size::ofSide($sizePx);
        $finish = new Finish(Colour::fromHex($string('dark', '#000000')), Colour::fromHex($string('light', '#FFFFFF'), 'light'), 0);

        return new self($symbol, $matrix, Layout::ofBars($matrix->columns(), $matrix->size(), $size), $finish);
    }

    public function svg(): string
    {
        return SvgRenderer::render($this->scene());
    }

    public function png(): string
    {
        return PngRenderer::render($this->scene());
    }

    private function scene(): Scene
    {
        return SceneBuilder::ofGrid($this->matrix, $this->finish, $this->layout, "{$this->symbol->symbology->label()}: {$this->symbol->text}");
    }
}
