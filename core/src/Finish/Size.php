<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** The size that was asked for: pixels a module, or the whole side in pixels or millimetres. */
final readonly class Size
{
    public const SCREEN_DPI = 96.0;

    private const MAX_DPI = 4800.0;

    private function __construct(
        public ?int $modulePx,
        public ?int $sidePx,
        public float $dpi,
        public ?float $askedMm = null,
        private ?float $askedInches = null,
    ) {
    }

    /**
     * @param  int  $pixels  1 to 256 pixels a module
     *
     * @throws InvalidFinish
     */
    public static function ofModule(int $pixels, float $dpi = self::SCREEN_DPI): self
    {
        if ($pixels < 1 || $pixels > 256) {
            throw new InvalidFinish('module_px', 'A module is 1 to 256 pixels wide.');
        }

        return new self($pixels, null, self::checkedDpi($dpi));
    }

    /**
     * @param  int  $pixels  the whole side with quiet zone
     *
     * @throws InvalidFinish
     */
    public static function ofSide(int $pixels, float $dpi = self::SCREEN_DPI): self
    {
        if ($pixels < 1 || $pixels > Layout::MAX_PX) {
            throw new InvalidFinish('size_px', 'The picture is at most '.Layout::MAX_PX.' pixels wide.');
        }

        return new self(null, $pixels, self::checkedDpi($dpi));
    }

    /**
     * @param  float  $inches  the whole side with quiet zone
     * @param  float  $dpi  device dots an inch
     *
     * @throws InvalidFinish
     */
    public static function ofInches(float $inches, float $dpi): self
    {
        return new self(null, (int) floor($inches * self::checkedDpi($dpi) + 1e-9), $dpi, $inches * 25.4, $inches);
    }

    /**
     * @param  float  $millimetres  the whole side with quiet zone
     * @param  float  $dpi  device dots an inch; a module becomes a whole number of them
     *
     * @throws InvalidFinish
     */
    public static function ofMillimetres(float $millimetres, float $dpi): self
    {
        return new self(null, (int) floor($millimetres / 25.4 * self::checkedDpi($dpi) + 1e-9), $dpi, $millimetres);
    }

    /**
     * The side in dots; null when a module's width was asked for. A file without dots may be larger than any of these.
     *
     * @throws InvalidFinish when the length that was asked for makes no dot, or too many
     */
    public function dots(): ?int
    {
        if ($this->sidePx !== null && ($this->sidePx < 1 || $this->sidePx > Layout::MAX_PX)) {
            $asked = $this->askedInches === null ? sprintf('%g mm', $this->askedMm) : sprintf('%g in', $this->askedInches);
            throw new InvalidFinish($this->askedInches === null ? 'size_mm' : 'size_in', sprintf('%s at %g dpi is %d dots; the picture may have 1 to %d.', $asked, $this->dpi, $this->sidePx, Layout::MAX_PX));
        }

        return $this->sidePx;
    }

    private static function checkedDpi(float $dpi): float
    {
        if ($dpi < 1.0 || $dpi > self::MAX_DPI) {
            throw new InvalidFinish('dpi', 'The resolution is 1 to 4800 dots an inch.');
        }

        return $dpi;
    }
}
