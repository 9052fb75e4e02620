<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Image;

use RuntimeException;

/** Bytes that are not a picture we take, or one over the limits. */
final class InvalidPicture extends RuntimeException
{
}
