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
     * @param  int  $sidePx  the whole picture
     * @param  int  $before  pixels left of and above the symbol
     * @param  ?string  $note  what became of the rest when the side does not divide
     */
    private function __construct(
        public int $modules,
        public int $modulePx,
        public int $sidePx,
        public int $before,
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

        return new self($modules, $modulePx, $side, intdiv($side - $modulePx * $modules, 2), $size->dpi, $note);
    }

    /** Width of the narrowest side of the quiet zone, in modules. */
    public function quiet(): float
    {
        return $this->before / $this->modulePx;
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
