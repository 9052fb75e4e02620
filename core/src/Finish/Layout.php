<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** Where the symbol and what stands around it have their places in the picture, in whole pixels. */
final readonly class Layout
{
    /** Longest side of a picture, in pixels. */
    public const MAX_PX = 8192;

    /** Thickness of the plate of a caption at its sides and top, in modules. */
    public const PLATE = 1.5;

    /** Blank between a caption and what stands above and beneath it, as a share of its height of line. */
    private const LEADING = 0.35;

    /**
     * @param  int  $modules  modules a side, without quiet zone
     * @param  int  $modulePx  whole pixels a module
     * @param  int  $sidePx  the whole picture across
     * @param  int  $heightPx  the whole picture down
     * @param  int  $before  pixels left of the symbol
     * @param  int  $above  pixels above it
     * @param  ?string  $note  what became of the rest when the side does not divide
     * @param  float  $clear  the narrowest blank beside the symbol, in modules
     * @param  float  $edge  padding, border and plate outside the quiet zone, in modules
     * @param  ?int  $captionTop  first pixel row of the caption's lines
     * @param  ?float  $askedMm  the width that was asked for, where it was a length
     * @param  ?array{int, int, int}  $bars  first pixel column and row of the symbol beneath, and pixels a bar
     */
    private function __construct(
        public int $modules,
        public int $modulePx,
        public int $sidePx,
        public int $heightPx,
        public int $before,
        public int $above,
        public float $dpi,
        public ?string $note,
        public float $clear,
        public float $edge = 0.0,
        public ?int $captionTop = null,
        public ?array $bars = null,
        public ?float $askedMm = null,
    ) {
    }

    /**
     * A side in pixels is rounded down to whole modules; what is left over widens the quiet zone.
     *
     * @param  int  $modules  modules a side, without quiet zone
     *
     * @throws InvalidFinish when a module would be narrower than a pixel or the picture too large
     */
    public static function of(int $modules, Finish $finish, Size $size): self
    {
        $plate = $finish->caption?->layout === CaptionLayout::Plate;
        $edge = $finish->frame->border + $finish->frame->padding + ($plate ? self::PLATE : 0.0);
        // Whole modules across while there is no odd edge; an edge is rounded to pixels by itself.
        $core = $modules + 2 * $finish->quiet;
        $asked = $size->dots();
        $modulePx = $size->modulePx ?? self::fitting($core, $edge, (int) $asked);
        if ($modulePx < 1) {
            throw new InvalidFinish('size_px', sprintf('This symbol is %d modules wide with its quiet zone, so the picture needs at least %d pixels.', $core, self::across($core, $edge, 1)));
        }
        $needed = self::across($core, $edge, $modulePx);
        $side = $asked ?? $needed;
        self::bounded($side, $modulePx);
        $rest = $side - $needed;
        $note = $rest === 0 ? null : sprintf('%d pixels make %d whole pixels a module for %d modules; the %d left over went to the quiet zone.', $side, $modulePx, $core, $rest);
        $edgePx = (int) round($edge * $modulePx);
        $before = intdiv($side - $modulePx * $modules, 2);
        $quietPx = $before - $edgePx;

        $line = $finish->caption === null ? 0.0 : $finish->caption->size;
        $gap = (int) round($line * self::LEADING * $modulePx);
        $band = $finish->caption === null ? 0 : 2 * $gap + (int) ceil($finish->caption->height() * $modulePx);
        $isAbove = $finish->caption?->layout === CaptionLayout::Above;
        $above = $edgePx + ($isAbove ? $band : 0) + $quietPx;
        // An odd pixel left over goes beneath, as it does to the right.
        $foot = $above + $modules * $modulePx + $side - $before - $modules * $modulePx - $edgePx;
        $bars = null;
        $captionTop = match (true) {
            $finish->caption === null => null,
            $isAbove => $edgePx + $gap,
            default => $foot + $gap,
        };
        $foot += $finish->caption === null || $isAbove || $plate ? 0 : $band;
        if ($finish->ean !== null) {
            $sheet = RetailBarcode::of($finish->ean)->matrix;
            $barPx = max(1, intdiv($side - 2 * $edgePx, $sheet->columns()));
            if ($barPx * $sheet->columns() > $side - 2 * $edgePx) {
                throw new InvalidFinish('ean', sprintf('The bars beneath need %d pixels; the picture leaves them %d. Make it larger.', $sheet->columns(), $side - 2 * $edgePx));
            }
            $bars = [intdiv($side - $barPx * $sheet->columns(), 2), $foot, $barPx];
            $foot += $sheet->size() * $barPx + $modulePx;
        }
        if ($plate) {
            // The plate's foot carries the caption in place of its bottom edge.
            $captionTop = $foot + $gap;
            $foot += $band - (int) round(self::PLATE * $modulePx);
        }
        $height = $foot + $edgePx;
        self::bounded($height, $modulePx);

        return new self($modules, $modulePx, $side, $height, $before, $above, $size->dpi, $note, $quietPx / $modulePx + ($finish->frame->border > 0 || $plate ? 0.0 : $finish->frame->padding), $edge, $captionTop, $bars, $size->askedMm);
    }

    /**
     * A linear symbol, whose quiet zones are part of its grid. A stated side is its width.
     *
     * @param  int  $columns  modules across
     * @param  int  $rows  modules down
     *
     * @throws InvalidFinish when a module would be narrower than a pixel or the picture too large
     */
    public static function ofBars(int $columns, int $rows, Size $size): self
    {
        $asked = $size->dots();
        $modulePx = $size->modulePx ?? intdiv((int) $asked, $columns);
        if ($modulePx < 1) {
            throw new InvalidFinish('size_px', sprintf('These bars are %d modules wide with their quiet zones, so the picture needs at least %1$d pixels.', $columns));
        }
        $width = $asked ?? $modulePx * $columns;
        self::bounded(max($width, $modulePx * $rows), $modulePx);
        $rest = $width - $modulePx * $columns;
        $note = $rest === 0 ? null : sprintf('%d pixels make %d whole pixels a module for %d modules; the %d left over went to the quiet zones.', $width, $modulePx, $columns, $rest);

        return new self($columns, $modulePx, $width, $modulePx * $rows, intdiv($rest, 2), 0, $size->dpi, $note, 0.0, askedMm: $size->askedMm);
    }

    /**
     * For files without pixels: exactly as wide as was asked, however many dots that would be.
     *
     * @param  int  $modules  modules a side, without quiet zone
     *
     * @throws InvalidFinish when the finish leaves no room
     */
    public static function exact(int $modules, Finish $finish, float $millimetres): self
    {
        return self::fine(static fn (int $px): self => self::of($modules, $finish, Size::ofModule($px)), $millimetres);
    }

    /**
     * The same for a linear symbol.
     *
     * @throws InvalidFinish
     */
    public static function exactBars(int $columns, int $rows, float $millimetres): self
    {
        return self::fine(static fn (int $px): self => self::ofBars($columns, $rows, Size::ofModule($px)), $millimetres);
    }

    /**
     * Places are counted in parts of a module so fine that nothing is seen of them, and the whole is scaled to its width.
     *
     * @param  callable(int): self  $layout
     */
    private static function fine(callable $layout, float $millimetres): self
    {
        foreach ([64, 32, 16, 8] as $px) {
            try {
                $fine = $layout($px);
            } catch (InvalidFinish) {
                // Too many of them for a large symbol: count in coarser ones.
                continue;
            }

            return new self($fine->modules, $fine->modulePx, $fine->sidePx, $fine->heightPx, $fine->before, $fine->above, $fine->sidePx / $millimetres * 25.4, null, $fine->clear, $fine->edge, $fine->captionTop, $fine->bars, $millimetres);
        }

        return $layout(4);
    }

    /** Width of the narrowest blank beside the symbol, in modules. */
    public function quiet(): float
    {
        return $this->clear;
    }

    /** Height of the picture in millimetres at the stated resolution. */
    public function heightMm(): float
    {
        return $this->heightPx / $this->dpi * 25.4;
    }

    /** Side of the picture in millimetres at the stated resolution. */
    public function sideMm(): float
    {
        return $this->sidePx / $this->dpi * 25.4;
    }

    /** Width of a module in millimetres at the stated resolution. */
    public function moduleMm(): float
    {
        return $this->modulePx / $this->dpi * 25.4;
    }

    /** Side of the symbol alone, without quiet zone, in millimetres. */
    public function symbolMm(): float
    {
        return $this->modules * $this->moduleMm();
    }

    private static function across(int $core, float $edge, int $modulePx): int
    {
        return $core * $modulePx + 2 * (int) round($edge * $modulePx);
    }

    private static function fitting(int $core, float $edge, int $side): int
    {
        $modulePx = (int) floor($side / ($core + 2 * $edge) + 1e-9) + 1;
        for (; $modulePx > 0 && self::across($core, $edge, $modulePx) > $side; $modulePx--);

        return $modulePx;
    }

    private static function bounded(int $px, int $modulePx): void
    {
        if ($px > self::MAX_PX) {
            throw new InvalidFinish('module_px', sprintf('At %d pixels a module the picture would be %d pixels wide; %d is the most.', $modulePx, $px, self::MAX_PX));
        }
    }
}
