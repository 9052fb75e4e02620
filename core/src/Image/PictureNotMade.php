<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use RuntimeException;

/** A picture file could not be written: too large for its format, or the encoder gave up. */
final class PictureNotMade extends RuntimeException
{
}
