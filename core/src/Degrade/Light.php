<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

/** What a device sees by. */
enum Light: string
{
    /** Daylight and lamps: all colours, weighed as the eye does (IEC 61966-2-1, Y of CIE 1931). */
    case White = 'white';

    /** A red lamp of about 660 nm: of a screen's colours the red alone comes near it. */
    case Red = 'red';

    /** Luminance of linear red, green and blue (IEC 61966-2-1). */
    private const WEIGHTS = [0.2126, 0.7152, 0.0722];

    /** How much more a pure red sends back at 660 nm than over all of red, whose middle lies near 610 nm. */
    private const STEEP = 0.5;

    /**
     * What a colour sends back under this light, 0 to 1.
     *
     * @param  float  $red  linear, 0 to 1
     * @param  float  $green  linear
     * @param  float  $blue  linear
     */
    public function reflectance(float $red, float $green, float $blue): float
    {
        return $this === self::White
            ? self::WEIGHTS[0] * $red + self::WEIGHTS[1] * $green + self::WEIGHTS[2] * $blue
            : min(1.0, $red + self::STEEP * max(0.0, $red - max($green, $blue)));
    }
}
