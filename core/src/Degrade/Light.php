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

    /** @return array{float, float, float} weights of linear red, green and blue */
    public function weights(): array
    {
        return $this === self::White ? [0.2126, 0.7152, 0.0722] : [1.0, 0.0, 0.0];
    }
}
