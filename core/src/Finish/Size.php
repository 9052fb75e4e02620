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
        $pixels = (int) floor($inches * self::checkedDpi($dpi) + 1e-9);
        if ($pixels < 1 || $pixels > Layout::MAX_PX) {
            throw new InvalidFinish('size_in', sprintf('%g in at %g dpi is %d dots; the picture may have 1 to %d.', $inches, $dpi, $pixels, Layout::MAX_PX));
        }

        return new self(null, $pixels, $dpi, $inches * 25.4);
    }

    /**
     * @param  float  $millimetres  the whole side with quiet zone
     * @param  float  $dpi  device dots an inch; a module becomes a whole number of them
     *
     * @throws InvalidFinish
     */
    public static function ofMillimetres(float $millimetres, float $dpi): self
    {
        $pixels = (int) floor($millimetres / 25.4 * self::checkedDpi($dpi) + 1e-9);
        if ($pixels < 1 || $pixels > Layout::MAX_PX) {
            throw new InvalidFinish('size_mm', sprintf('%g mm at %g dpi is %d dots; the picture may have 1 to %d.', $millimetres, $dpi, $pixels, Layout::MAX_PX));
        }

        return new self(null, $pixels, $dpi, $millimetres);
    }

    private static function checkedDpi(float $dpi): float
    {
        if ($dpi < 1.0 || $dpi > self::MAX_DPI) {
            throw new InvalidFinish('dpi', 'The resolution is 1 to 4800 dots an inch.');
        }

        return $dpi;
    }
}
