<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Degrade;

/** How much a device's decoder makes of its picture. */
enum Decoder: string
{
    /** Local thresholds, corners found one by one, erasures: our own reader stands for it. */
    case Thorough = 'thorough';

    /** One threshold, a flat grid between four corners, no erasures, dark on light with its quiet zone. */
    case Plain = 'plain';
}
