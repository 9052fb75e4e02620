<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Read;

/** How whole a finder pattern must be: first what lies across and down from its core, then all around. */
final readonly class CoreRule
{
    /**
     * @param  int  $sides  of the core's four, those on which both rings must follow
     * @param  float  $share  of a module, by which a ring may be wider or narrower than it should be
     * @param  float  $pixels  by which it may be so at the least
     * @param  int  $inner  of sixteen directions, those in which the two inner edges must stand right
     * @param  int  $outer  those in which the outer edge must, too: data or print may touch it
     * @param  int  $right  of the pattern's 49 modules, those that must have their tone
     * @param  int  $ring  the same of the 32 around it, which may be covered on two sides
     * @param  int  $vain  places probed without a single pattern, a megapixel or less, after which the picture is a texture: of 500 symbols
     *                     the first pattern was among the first 1750 by the plain rule, on a page of letters, 710 through a blur and 9 of those damaged
     */
    private function __construct(
        public int $sides,
        public float $share,
        public float $pixels,
        public int $inner = 11,
        public int $outer = 8,
        public int $right = 40,
        public int $ring = 14,
        public int $vain = 3000,
    ) {
    }

    /** One side may be damaged. */
    public static function plain(): self
    {
        return new self(3, 0.55, 1.5);
    }

    /** Two sides may. */
    public static function damaged(): self
    {
        return new self(2, 0.55, 1.5, vain: 300);
    }

    /** A blur makes the light ring wider. */
    public static function blurred(): self
    {
        return new self(3, 0.9, 2.2, vain: 1500);
    }
}
