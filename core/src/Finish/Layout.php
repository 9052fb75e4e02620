<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** Where the symbol stands in its picture, in whole pixels. */
final readonly class Layout
{
    /** Longest side of a picture, in pixels. */
    public const MAX_PX = 8192;

    /**
     * @param  int  $modules  modules a side, without quiet zone
     * @param  int  $modulePx  whole pixels a module
     * @param  int  $sidePx  the whole picture across
     * @param  int  $heightPx  the whole picture down; the same for square symbols
     * @param  int  $before  pixels left of the symbol
     * @param  int  $above  pixels above it
     * @param  ?string  $note  what became of the rest when the side does not divide
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
        $across = $modules + 2 * $finish->quiet;
        $modulePx = $size->modulePx ?? intdiv((int) $size->sidePx, $across);
        if ($modulePx < 1) {
            throw new InvalidFinish('size_px', sprintf('This symbol is %d modules wide with its quiet zone, so the picture needs at least %d pixels.', $across, $across));
        }
        $side = $size->sidePx ?? $modulePx * $across;
        if ($side > self::MAX_PX) {
            throw new InvalidFinish('module_px', sprintf('At %d pixels a module the picture would be %d pixels wide; %d is the most.', $modulePx, $side, self::MAX_PX));
        }
        $rest = $side - $modulePx * $across;
        $note = $rest === 0 ? null : sprintf(
            '%d pixels make %d whole pixels a module for %d modules; the %d left over went to the quiet zone.',
            $side,
            $modulePx,
            $across,
            $rest,
        );

        $before = intdiv($side - $modulePx * $modules, 2);

        return new self($modules, $modulePx, $side, $side, $before, $before, $size->dpi, $note);
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
        $modulePx = $size->modulePx ?? intdiv((int) $size->sidePx, $columns);
        if ($modulePx < 1) {
            throw new InvalidFinish('size_px', sprintf('These bars are %d modules wide with their quiet zones, so the picture needs at least %1$d pixels.', $columns));
        }
        $width = $size->sidePx ?? $modulePx * $columns;
        if (max($width, $modulePx * $rows) > self::MAX_PX) {
            throw new InvalidFinish('module_px', sprintf('At %d pixels a module the picture would be %d pixels wide; %d is the most.', $modulePx, max($width, $modulePx * $rows), self::MAX_PX));
        }
        $rest = $width - $modulePx * $columns;
        $note = $rest === 0 ? null : sprintf('%d pixels make %d whole pixels a module for %d modules; the %d left over went to the quiet zones.', $width, $modulePx, $columns, $rest);

        return new self($columns, $modulePx, $width, $modulePx * $rows, intdiv($rest, 2), 0, $size->dpi, $note);
    }

    /** Width of the narrowest side of the quiet zone, in modules. */
    public function quiet(): float
    {
        return $this->before / $this->modulePx;
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
}
